/** What an uploaded file is called: browsers send names as UTF-8, which multer hands on as Latin-1. */
export const uploadName = ({ originalname }: Pick<Express.Multer.File, 'originalname'>): string =>
  Buffer.from(originalname, 'latin1').toString('utf8');
