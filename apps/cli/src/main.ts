import { brelm } from './brelm';

void brelm(process.argv.slice(2)).then((code) => process.exit(code));
