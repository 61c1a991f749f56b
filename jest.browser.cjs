// What fails in a browser is seldom told by where it failed: with the error comes what the pages showed, what they still waited
// for, and what Brelm said. See `told` in e2e/brelm.ts.
const { TestEnvironment } = require('jest-environment-node');

module.exports = class extends TestEnvironment {
  async handleTestEvent(event) {
    if (event.name !== 'test_fn_failure' && event.name !== 'hook_failure') return;
    const { error } = event;
    const more = await this.global.brelmTold?.();
    if (!more || typeof error?.stack !== 'string') return;
    error.stack = error.stack.replace(error.message, () => `${error.message}\n\n${more}\n`);
    error.message += `\n\n${more}\n`;
  }
};
