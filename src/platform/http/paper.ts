import QRCode from 'qrcode';

/** Text in a page for paper: whatever it holds, it is text. */
export const safe = (text: unknown): string => String(text).replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
/** A code that a phone opens an address by. */
export const codeOf = (address: string): Promise<string> =>
  QRCode.toString(address, { type: 'svg', margin: 0, errorCorrectionLevel: 'M' });
/** A page for paper: it runs nothing. */
export const paper = (html: string): Response =>
  new Response(html, {
    headers: {
      'content-type': 'text/html; charset=utf-8',
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'",
      'cache-control': 'no-store',
    },
  });
