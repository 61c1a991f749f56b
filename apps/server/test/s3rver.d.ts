declare module 's3rver' {
  /** A server that speaks S3, its buckets in a folder. */
  export default class S3rver {
    constructor(options: {
      port: number;
      address?: string;
      silent?: boolean;
      directory: string;
      resetOnClose?: boolean;
      configureBuckets?: { name: string; configs: string[] }[];
    });
    run(): Promise<{ address: string; port: number }>;
    close(): Promise<void>;
  }
}
