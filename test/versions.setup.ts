// What a build sets by replacing names is set here by globals: tests judge and reuse as a build of this very code would.
Object.assign(globalThis, {
  __RULES_VERSION__: process.env['RULES_VERSION'],
  __WORK_VERSION__: process.env['WORK_VERSION'],
});
