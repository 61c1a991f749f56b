/** Where the database is. */
export interface DatabaseOptions {
  host: string;
  port: number;
  user: string;
  password: string;
  name: string;
}

export interface ServerOptions {
  /** 127.0.0.1 only; 0 takes any free port. */
  port: number;
  /** Folder of uploaded and exported files. */
  filesDir: string;
  database: DatabaseOptions;
  /** Folder of the built interface, or null to serve the API alone. */
  webDir: string | null;
  /** Load the demo designs into an empty database. */
  demo: boolean;
}

/** Injection token of ServerOptions. */
export const OPTIONS = Symbol('ServerOptions');
