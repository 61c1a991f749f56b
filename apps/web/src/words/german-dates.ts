/** Dates as German writes them. */
import { setDefaultOptions } from 'date-fns';
import { de } from 'date-fns/locale/de';

setDefaultOptions({ locale: de });
