// The web process: serves until it is told to end, then takes no more, answers what is under way and ends.
process.env.ASTRO_NODE_AUTOSTART = 'disabled';
const { startsConfigured } = await import(new URL('../dist/processes/configuration.mjs', import.meta.url).href);
startsConfigured('web');
process.env.HOST ||= '127.0.0.1';
// By its address, so that the type checker does not read the 15 MB of the built server as one of our own files.
const { startServer } = await import(new URL('../dist/server/web.mjs', import.meta.url).href);
const { server } = startServer().server;

// Built files as well: what they are is what they are sent as.
server.prependListener('request', (_request, response) => response.setHeader('x-content-type-options', 'nosniff'));
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
