/** Names that no page of somebody else can have. */
const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];

/** Whether a request names this service: by its own address, or by one that never leaves the machine. */
export function isOurHost(host: string | null, own = 'http://127.0.0.1:4321'): boolean {
  if (host === null || !URL.canParse(`http://${host}`)) return false;
  const asked = new URL(`http://${host}`);
  if (asked.username !== '' || asked.pathname !== '/') return false;
  return LOOPBACK.includes(asked.hostname) || asked.hostname === new URL(own).hostname;
}
