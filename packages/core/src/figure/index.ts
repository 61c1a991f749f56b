/** Figures to order: what a request asks for, figures put together by their anchors, the styles that they are drawn in. */
export * from './types';
export * from './book';
export * from './request';
export * from './compose';
export * from './styles';
export * from './picture';
export * from './in-one-colour';
