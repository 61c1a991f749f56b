import './styles.css';
import { chosenLanguage, region } from './words/language';

// All that is said is in its language from the first word on: what names things once would keep the words of another.
const language = chosenLanguage();
document.documentElement.lang = region();
if (language === 'de') {
  await import('./words/german');
  await import('./words/german-dates');
}
await import('./app');
