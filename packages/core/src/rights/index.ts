/** What may be done with a material: licences by id, and their terms. */
export * from './terms';
