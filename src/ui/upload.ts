import { Refused } from './api.ts';

/** The largest file that is taken. */
export const LARGEST = 200 * 1024 * 1024;
/** Why a file is too large to be taken, or null. */
export const whyTooLarge = (f: File): string | null =>
  f.size > LARGEST ? `${f.name} has ${(f.size / 1048576).toFixed(0)} MB; the largest is 200 MB` : null;

/** Uploads with progress; a cut-off upload says so and leaves nothing half-stored. */
export function upload(file: File, onShare: (share: number) => void): Promise<{ sha256: string }> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('PUT', '/api/files');
    request.setRequestHeader('content-type', 'application/octet-stream');
    request.upload.onprogress = (e) => onShare(e.loaded / (e.total || 1));
    request.onerror = () =>
      reject(new Refused(0, 'offline', 'The upload was cut off; nothing was stored. Press again to send it anew'));
    request.onload = () => {
      const body = JSON.parse(request.responseText || '{}') as { sha256?: string; title?: string };
      if (request.status === 200 && body.sha256) resolve({ sha256: body.sha256 });
      else reject(new Refused(request.status, 'upload', body.title ?? `The server answered ${request.status}`));
    };
    request.send(file);
  });
}

/** What a record may be called after its file. */
export const titleOfFile = (name: string): string => name.replace(/\.[^.]*$/, '').replace(/[_-]+/g, ' ');
