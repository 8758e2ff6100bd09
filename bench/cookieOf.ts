/** Signs in to a demonstration; gives what a browser would keep of it. */
export async function cookieOf(url: string, role: 'lead' | 'technician'): Promise<string> {
  const signedIn = await fetch(`${url}/api/sign-in/demo`, {
    method: 'POST',
    headers: { origin: url, 'content-type': 'application/json' },
    body: JSON.stringify({ role }),
  });
  return signedIn.headers
    .getSetCookie()
    .map((c) => c.split(';')[0]!)
    .join('; ');
}
