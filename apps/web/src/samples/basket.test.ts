import type { BasketItem } from './basket';

const store = new Map<string, string>();
const listeners: ((e: { key: string }) => void)[] = [];
Object.assign(globalThis, {
  localStorage: {
    getItem: (k: string) => store.get(k) ?? null,
    setItem: (k: string, v: string) => store.set(k, v),
  },
  window: { addEventListener: (_: string, listen: (e: { key: string }) => void) => listeners.push(listen) },
});
const KEY = 'brelm-basket';
const kept = () => JSON.parse(store.get(KEY) ?? '[]') as BasketItem[];

const line = (over: Partial<BasketItem> = {}): BasketItem => ({
  ...{ designId: 'owls', designName: 'Night Shift Owls', spec: 'pinfold/tee-front', product: 'Tee front' },
  ...{ garment: 'soot', garmentName: 'Soot', size: 'M', quantity: 1 },
  order: { blank: 'tee', size: 'M', colour: 'soot', prints: [{ side: 'front', widthIn: 15, heightIn: 18 }] },
  ...over,
});
/** The basket as a tab that is opened now has it. */
async function opened() {
  jest.resetModules();
  return import('./basket');
}

beforeEach(() => store.clear());

describe('the basket', () => {
  it('is kept over a reload', async () => {
    const { basket } = await opened();
    expect(basket.add(line())).toBe(true);
    expect((await opened()).basket.add(line({ size: 'L' }))).toBe(true);
    expect(kept().map((l) => l.size)).toEqual(['M', 'L']);
  });

  it('takes more of the same thing as one line', async () => {
    const { basket } = await opened();
    basket.add(line({ quantity: 2 }));
    basket.add(line({ quantity: 3 }));
    basket.add(line({ garment: 'pine' }));
    expect(kept().map((l) => [l.garment, l.quantity])).toEqual([
      ['soot', 5],
      ['pine', 1],
    ]);
  });

  it('keeps what another tab put in when this one puts something in', async () => {
    const { basket } = await opened();
    store.set(KEY, JSON.stringify([line({ designId: 'moths' })]));
    basket.add(line());
    expect(kept().map((l) => l.designId)).toEqual(['moths', 'owls']);
  });

  it('looks again when another tab has changed it, and only then', async () => {
    const { basket } = await opened();
    const told = listeners.at(-1)!;
    store.set(KEY, JSON.stringify([line({ quantity: 4 }), line({ size: 'S' })]));
    told({ key: 'something else' });
    told({ key: KEY });
    basket.set(0, 7);
    basket.drop(1);
    expect(kept().map((l) => [l.size, l.quantity])).toEqual([['M', 7]]);
    basket.empty();
    expect(kept()).toEqual([]);
  });

  it('has no room for more lines than one order takes', async () => {
    const { basket, MOST_LINES } = await opened();
    for (let i = 0; i < MOST_LINES; i++) expect(basket.add(line({ designId: `d${i}` }))).toBe(true);
    expect(basket.add(line({ designId: 'one more' }))).toBe(false);
    expect(kept()).toHaveLength(MOST_LINES);
    // More of what is in it there is room for.
    expect(basket.add(line({ designId: 'd3' }))).toBe(true);
    expect(kept()[3].quantity).toBe(2);
  });

  it.each(['nonsense', '{"a":1}', '[{"designId":7},null]'])(
    'that cannot be read (%s) is empty',
    async (text) => {
      store.set(KEY, text);
      const { basket } = await opened();
      basket.add(line());
      expect(kept()).toEqual([line()]);
    },
  );

  it('remembers the country and the prices that were set, and does without what cannot be read', async () => {
    const { keepSampleManner, keptSampleManner } = await opened();
    expect(keptSampleManner()).toEqual({ country: 'IE', prices: {} });
    keepSampleManner({ country: 'DE', prices: { 'pinfold/tee-front': 2400 } });
    expect(keptSampleManner()).toEqual({ country: 'DE', prices: { 'pinfold/tee-front': 2400 } });
    store.set('brelm-samples', 'nonsense');
    expect(keptSampleManner().country).toBe('IE');
  });
});
