// The web process: serves until it is told to end, then takes no more, answers what is under way and ends.
process.env.ASTRO_NODE_AUTOSTART = 'disabled';
const { startsConfigured } = await import(new URL('../dist/processes/configuration.mjs', import.meta.url).href);
startsConfigured('web');
process.env.HOST ||= '127.0.0.1';
// By its address, so that the type checker does not read the 15 MB of the built server as one of our own files.
const { startServer } = await import(new URL('../dist/server/web.mjs', import.meta.url).href);
const { server } = startServer().server;

/** How any answer may be used, a built file's and a refusal's among them. */
const ALWAYS = {
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
};
server.prependListener('request', (_request, response) => {
  for (const [name, value] of Object.entries(ALWAYS)) response.setHeader(name, value);
});
// A head or a body that comes drop by drop holds a connection no longer than this; what is sent large comes within the hour.
server.headersTimeout = 10_000;
server.requestTimeout = 600_000;
server.maxConnections = 2000;

/** Pages that listen for events never end by themselves. */
const ANSWERS_MS = 2000;
process.on('SIGTERM', () => {
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), ANSWERS_MS);
});
