import { chosenLanguage } from './language';

/** A number with so many decimals, with the mark that the chosen language sets before them. */
export const decimal = (value: number, digits: number): string =>
  chosenLanguage() === 'de' ? value.toFixed(digits).replace('.', ',') : value.toFixed(digits);
