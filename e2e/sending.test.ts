import { Brelm } from './brelm';

const brelm = new Brelm();
let address: string;
let token: string;
let design: string;
const SPEC = 'stickerwharf/kiss-cut-3in';

interface Line {
  state: string;
  step: string;
  reason: string | null;
}

const start = async () => (address = await brelm.start());
async function ask<T>(path: string, method = 'GET', body?: unknown, auth = false): Promise<T> {
  const response = await fetch(`${address}/api/${path}`, {
    method,
    headers: {
      ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
      ...(auth ? { Authorization: `Bearer ${token}` } : {}),
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
  return (await response.json()) as T;
}
async function until<T>(look: () => Promise<T | false>): Promise<T> {
  for (;;) {
    const found = await look();
    if (found !== false) return found;
    await new Promise((done) => setTimeout(done, 20));
  }
}
const send = () =>
  ask<{ id: string }>('sendings', 'POST', {
    listings: [{ designId: design, spec: SPEC, action: 'publish' }],
  });
const line = async (id: string) => (await ask<{ lines: Line[] }>(`sendings/${id}`)).lines[0];
const there = async () =>
  (
    await ask<{ listings: { reference: string; revision: number; words: { title: string } }[] }>(
      'markets/stickerwharf/listings',
      'GET',
      undefined,
      true,
    )
  ).listings;
const weather = (change: object) => ask('markets/stickerwharf/weather', 'PATCH', change);
const ended = (id: string) =>
  until(async () => {
    const now = await line(id);
    return !['queued', 'working'].includes(now.state) && now;
  });
/** Another title, so that there is something to send. */
async function retitle(title: string): Promise<void> {
  const { revision, document } = await ask<{ revision: number; document: { wording: object } }>(
    `designs/${design}`,
  );
  await ask(`designs/${design}`, 'PUT', {
    revision,
    document: { ...document, wording: { ...document.wording, title } },
  });
}

beforeAll(async () => {
  await start();
  const { designs } = await ask<{ designs: { id: string; name: string }[] }>('designs?count=60');
  design = designs.find((d) => d.name === 'Bog Standard')!.id;
  ({ token } = await ask<{ token: string }>('markets/stickerwharf/shops', 'POST', { shop: 'Duskwren' }));
  await ask('connections/stickerwharf', 'PUT', { shop: 'Duskwren', token });
});
afterAll(() => brelm.clean());

describe('a server that is killed while it sends a listing', () => {
  // The last is where the marketplace has it, and the answer never came.
  it.each(['waiting', 'files', 'asking', 'sending', 'unheard'])(
    'at “%s”: goes on, and lists it once',
    async (step) => {
      const before = await there();
      const title = `Mushroom {product}, killed at ${step}`;
      await retitle(title);
      // Each of its answers takes so long that it can be seen what is asked.
      await weather({
        slowMs: step === 'unheard' ? 0 : 1500,
        fault: step === 'unheard' ? 'lost' : 'none',
        share: 1,
      });
      const { id } = await send();
      if (step === 'unheard')
        await until(async () => ((await there())[0]?.words.title ?? '').endsWith(step) && true);
      else if (step !== 'waiting')
        await until(async () => {
          const now = await line(id);
          // One that went by unseen is as good: it is killed somewhere.
          return (now.step === step || now.state === 'done') && true;
        });
      await brelm.end('SIGKILL');
      await start();
      const now = await ended(id);
      expect([now.state, now.reason]).toEqual(['done', null]);
      const after = await there();
      expect(after).toHaveLength(1);
      expect(after[0].words.title).toBe(`Mushroom sticker, killed at ${step}`);
      // Handed in once more than before: what was taken already is not handed in again.
      expect(after[0].revision).toBe((before[0]?.revision ?? 0) + 1);
    },
  );
});
