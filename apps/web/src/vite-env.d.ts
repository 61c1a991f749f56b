/// <reference types="vite/client" />

declare module 'harfbuzzjs/hb.js' {
  const load: (options: { locateFile(): string }) => Promise<unknown>;
  export default load;
}
declare module 'harfbuzzjs/hbjs.js' {
  const wrap: (instance: unknown) => import('@brelm/core/type').HarfBuzz;
  export default wrap;
}
