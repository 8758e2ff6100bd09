// Loaded before a child process: it ends with the one that started it, however and whenever that one ended. Ctrl-C reaches the whole
// group at once: it is for the one that started it, which tells its children to end.
if (!process.connected) process.exit(0);
process.once('disconnect', () => process.exit(0));
process.channel?.unref();
process.on('SIGINT', () => undefined);
