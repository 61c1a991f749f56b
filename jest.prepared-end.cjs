const { rmSync } = require('node:fs');

module.exports = () => rmSync(globalThis.brelmPrepared, { recursive: true, force: true });
