// Math.hypot takes any number of values and minds their overflow: it takes ten times as long, and how it rounds is left to each engine.

/** The length of (x, y). */
export const hypot = (x: number, y: number): number => Math.sqrt(x * x + y * y);

/** The length of (x, y, z). */
export const hypot3 = (x: number, y: number, z: number): number => Math.sqrt(x * x + y * y + z * z);
