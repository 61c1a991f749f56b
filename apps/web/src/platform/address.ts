/**
 * Where the open shop is. The first shop has the plain addresses; those of another begin with `/shops/ID`, in the page's own
 * address as in those of the server. A worker has no page: it is told by its name.
 */
const OF_SHOP = /\/shops\/[a-z0-9-]+(?=\/|$)/;

const told =
  typeof document === 'undefined' ? ((globalThis as { name?: string }).name ?? '') : location.pathname;
const at = OF_SHOP.exec(told);

/** What the addresses of the open shop begin with; nothing for the first. */
export const shopPath: string = at && (typeof document === 'undefined' || at.index === 0) ? at[0] : '';

/** An address of the open shop's API: `apiAt('designs')`. */
export const apiAt = (path: string): string => `${shopPath}/api/${path}`;

/** An address that the server has told, of the open shop: `/api/…`. */
export const inShop = (address: string): string =>
  address.startsWith('/api/') ? `${shopPath}${address}` : address;

/** What a worker is called, so that it knows the shop, too. */
export const workerName = (name: string): string => (shopPath ? `${name} ${shopPath}` : name);

/** A key of what this browser keeps of the open shop alone. */
export const ofShop = (key: string): string => (shopPath ? `${shopPath}:${key}` : key);
