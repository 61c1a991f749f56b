/** Fields in which a seller says whose a material is, and what shows that it may be used. */
export { LicenceFields } from './licence-fields';
