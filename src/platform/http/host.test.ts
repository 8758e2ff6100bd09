import { expect, test } from 'vitest';
import { isOurHost } from './host.ts';

const OWN = 'https://prints.quelmora.example';
test.each(['prints.quelmora.example', 'PRINTS.quelmora.example:443', '127.0.0.1:4321', 'localhost:4321', '[::1]:4321'])(
  '%s is the service’s own name or one that never leaves the machine',
  (host) => expect(isOurHost(host, OWN)).toBe(true),
);
test.each([null, '', 'evil.example', '127.0.0.1.evil.example', 'prints.quelmora.example@evil.example', 'a b', 'quelmora.example', '127.0.0.1/x'])(
  '%s is somebody else’s name for it',
  (host) => expect(isOurHost(host, OWN)).toBe(false),
); // prettier-ignore
