/** The settings of a picture: its crop, and the steps that are made of it. */
export { PictureSettings } from './picture-settings';
