/** Figures drawn to order: the dialog, its drawings, and what was asked for before. */
export { OrderFigures } from './order-figures';
