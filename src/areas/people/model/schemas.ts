import { object, string } from 'yup';
import { LONGEST_PASSWORD, SHORTEST_PASSWORD } from '../../../core/formats/password.ts';
import { onOneLine } from '../../../core/formats/plainText.ts';
import { personRoles, type PersonRole } from './person.ts';

const LONGEST_TOKEN = 100;
const chosenPassword = () =>
  string()
    .min(SHORTEST_PASSWORD, `Take at least ${SHORTEST_PASSWORD} characters`)
    .max(LONGEST_PASSWORD)
    .required('Choose a password');
const role = string<PersonRole>()
  .oneOf([...personRoles])
  .required();
const why = string().trim().min(3, 'Say why').max(300).test(onOneLine).required('Say why');

const aPerson = {
  name: string()
    .trim('Leave no blanks round the name')
    .min(2, 'Say the name')
    .max(80)
    .test(onOneLine)
    .required('Say the name'),
  email: string()
    .trim('Leave no blanks round the address')
    .email('That is no e-mail address')
    .max(200)
    .required('Say the e-mail address'),
};
export const firstLeadSchema = object({ ...aPerson, password: chosenPassword() })
  .noUnknown()
  .required();
export const personSchema = object({ ...aPerson, role })
  .noUnknown()
  .required();
export const roleSchema = object({ role }).noUnknown().required();
export const deactivateSchema = object({ why }).noUnknown().required();
/** Without a password somebody only asks whom a link lets in. */
export const linkSchema = object({
  token: string().max(LONGEST_TOKEN).required('The link is cut short'),
  password: chosenPassword().optional(),
})
  .noUnknown()
  .required();
export const passwordSchema = object({
  current: string().max(LONGEST_PASSWORD).required('Say the password you have'),
  chosen: chosenPassword(),
})
  .noUnknown()
  .required();
