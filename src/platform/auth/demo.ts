import { textWithin } from '../http/body.ts';
import { signIn } from './signIn.ts';
import type { PersonRole } from '../db/context.ts';

const EMAILS: Record<PersonRole, string> = {
  technician: 'technician@quelmora.example',
  lead: 'lead@quelmora.example',
  viewer: 'viewer@quelmora.example',
};

const LARGEST_BYTES = 200;

export const DEMO_EMAILS: readonly string[] = Object.values(EMAILS);
/** A farm is a demonstration where its people have a password that nobody knows. */
export const isDemonstration = (): boolean => Boolean(process.env['CANTIERE_DEMO_PASSWORD']);

/** One-click sign-in of the demonstration; its password is made at first start and never leaves the machine. */
export async function signInDemo(request: Request, clientAddress: string): Promise<Response> {
  const password = process.env['CANTIERE_DEMO_PASSWORD'];
  if (!password) return new Response('no demonstration here', { status: 404 });
  const text = (await textWithin(request, LARGEST_BYTES)) ?? '';
  let role: PersonRole = 'technician';
  try {
    const asked = (JSON.parse(text) as { role?: PersonRole }).role;
    if (asked && asked in EMAILS) role = asked;
  } catch {
    /* the technician */
  }
  return signIn({ email: EMAILS[role], password }, request, clientAddress);
}
