export { requestList } from './list.ts';
export {
  declineRequest,
  getRequest,
  listOpenRequests,
  makeRequest,
  takeUpRequest,
  withdrawRequest,
} from './requests.ts';
