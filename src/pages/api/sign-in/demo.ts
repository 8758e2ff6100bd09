import type { APIRoute } from 'astro';
import { signInDemo } from '../../../platform/auth/demo.ts';

/** Public on loopback: signs in as one of the demonstration's people. */
export const POST: APIRoute = ({ request, clientAddress }) => signInDemo(request, clientAddress);
