// The web process: serves until it is told to end, then takes no more, answers what is under way and ends.
process.env.ASTRO_NODE_AUTOSTART = 'disabled';
// By its address, so that the type checker does not read the 15 MB of the built server as one of our own files.
const { startServer } = await import(new URL('../dist/server/web.mjs', import.meta.url).href);
const { server } = startServer().server;

/** Pages that listen for events never end by themselves. */
const ANSWERS_MS = 2000;
process.on('SIGTERM', () => {
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), ANSWERS_MS);
});
