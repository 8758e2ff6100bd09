// Loaded before a child process: it ends with the one that started it, however and whenever that one ended.
if (!process.connected) process.exit(0);
process.once('disconnect', () => process.exit(0));
process.channel?.unref();
