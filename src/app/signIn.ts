// What the sign-in page does: by password, by a person of the demonstration, by a link that a lead made.
const silent = 'Signing in failed; is the database running? Try again in a moment.';
const element = <T extends HTMLElement>(selector: string): T | null => document.querySelector<T>(selector);
const wrong = element('#wrong')!;
/** Where somebody wanted to go: a page of ours and nowhere else. */
const asked = new URLSearchParams(location.search).get('to') ?? '/';
const target = /^\/(?!\/)[\w\-/]*$/.test(asked) ? asked : '/';

const send = (path: string, body: object): Promise<Response> =>
  fetch(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

async function enter(path: string, body: object): Promise<void> {
  wrong.textContent = '';
  try {
    const answer = await send(path, body);
    if (answer.ok) return location.assign(target);
    const said = (await answer.json().catch(() => ({}))) as { readonly title?: string };
    wrong.textContent = (answer.status < 500 && said.title) || silent;
  } catch {
    wrong.textContent = silent;
  }
}

for (const button of document.querySelectorAll<HTMLButtonElement>('.one button'))
  button.addEventListener('click', () => void enter('/api/sign-in/demo', { role: button.dataset['role'] }));

const byLink = element<HTMLFormElement>('#by-link')!;
const passwordOf = (form: HTMLFormElement): string => form.querySelector<HTMLInputElement>('[name=password]')!.value;
// what stands behind the hash sign is sent nowhere by itself, and stands in no history once it is read
const token = /^#link=([\w-]+)$/.exec(location.hash)?.[1];

async function askLink(): Promise<void> {
  const waysIn = element('#ways-in')!;
  waysIn.hidden = true;
  history.replaceState(null, '', '/sign-in');
  const answer = await send('/api/sign-in/link', { token }).catch(() => null);
  const said = (await answer?.json().catch(() => null)) as Record<string, string> | null;
  if (!answer?.ok || !said) {
    wrong.textContent = said?.['title'] ?? silent;
    waysIn.hidden = false;
    return;
  }
  byLink.hidden = false;
  byLink.querySelector('p')!.textContent =
    said['purpose'] === 'invitation'
      ? `Welcome, ${said['name']}. From now on you sign in as ${said['email']}, with a password that you choose here.`
      : `${said['name']}, choose a new password for ${said['email']}. The one before ends, and so does whoever is signed in by it.`;
  byLink.querySelector<HTMLInputElement>('[name=email]')!.value = said['email'] ?? '';
  byLink.querySelector<HTMLInputElement>('[name=password]')!.focus();
}
if (token) void askLink();

byLink.addEventListener('submit', (event) => {
  event.preventDefault();
  void enter('/api/sign-in/link', { token, password: passwordOf(byLink) });
});
const byPassword = element<HTMLFormElement>('#ways-in form');
byPassword?.addEventListener('submit', (event) => {
  event.preventDefault();
  void enter(byPassword.dataset['path']!, Object.fromEntries(new FormData(byPassword)));
});
