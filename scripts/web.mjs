// The web process: serves until it is told to end, then takes no more, answers what is under way and ends.
process.env.ASTRO_NODE_AUTOSTART = 'disabled';
const { startServer } = await import('../dist/server/web.mjs');
const { server } = startServer().server;

/** Pages that listen for events never end by themselves. */
const ANSWERS_MS = 2000;
process.on('SIGTERM', () => {
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), ANSWERS_MS);
});
