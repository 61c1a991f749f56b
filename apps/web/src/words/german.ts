/** All catalogues in German. They are loaded before the application, and so need nothing of it. */
import { giveWords, type Words } from './language';

const rooms = import.meta.glob<Words>('./german/*.json', { eager: true, import: 'default' });

for (const [path, words] of Object.entries(rooms)) giveWords(/(\w+)\.json$/.exec(path)![1], words);
