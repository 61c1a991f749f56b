import fc from 'fast-check';
import { sideInTime, Treating, type Wanted } from './treating';

const one = (value: number, of = 'moth raised'): Wanted => ({
  ...{ key: `${of} ${value}`, of, sha256: 'moth', sourceWidth: 2400, sourceHeight: 1800 },
  treatment: { steps: [], light: 0, enlarge: 1 },
});

/** How what takes 600 ms whole begins to be told in small. */
const IN_SMALL = `${sideInTime(1600, 600)} px`;

/** Makers that take a given time, and what they were asked for and showed. */
function makers(wholeMs: number, smallMs: number, hasSmall = true) {
  const said: string[] = [];
  const given: string[] = [];
  let seen: string | null = null;
  const after = <T>(ms: number, value: T) => new Promise<T>((done) => setTimeout(() => done(value), ms));
  const treating: Treating<string> = new Treating<string>({
    side: 1600,
    whole: (w) => after(wholeMs, { made: `whole ${w.key}`, took: wholeMs }),
    ...(hasSmall ? { small: (w: Wanted, side: number) => after(smallMs, `${side} px ${w.key}`) } : {}),
    begun: (w) => said.push(`begun ${w.key}`),
    done: (w, made) => said.push(made ?? `no ${w.key}`),
    gone: (made) => given.push(made),
    changed: () => {
      const small = treating.shownInSmall('moth raised');
      if (small && small !== seen) said.push(small);
      seen = small;
    },
  });
  return { treating, said, given };
}

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

test('what is quick enough has no copy in small; what is not has one that costs as much as there is time', () => {
  expect(sideInTime(1600, 0)).toBeNull();
  expect(sideInTime(1600, 32)).toBeNull();
  expect(sideInTime(1600, 128)).toBe(800);
  // Hardly smaller is no quicker.
  expect(sideInTime(1600, 40)).toBeNull();
  // What it makes is too fine for a smaller one.
  expect(sideInTime(1600, 128, 1010)).toBe(1100);
  expect(sideInTime(1600, 128, 1500)).toBeNull();
  expect(sideInTime(1600, 100_000)).toBe(300);
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 5000 }), fc.integer({ min: 0, max: 5000 }), (ms, more) => {
      const [side, slower] = [sideInTime(1600, ms) ?? 1600, sideInTime(1600, ms + more) ?? 1600];
      return slower <= side && side % 20 === 0;
    }),
    { seed: 15 },
  );
});

test('the first time it is made whole at once; from then on in small while it changes, and whole when it rests', async () => {
  const { treating, said, given } = makers(600, 50);
  treating.want(one(1));
  await jest.advanceTimersByTimeAsync(700);
  expect(said).toEqual(['begun moth raised 1', 'whole moth raised 1']);

  // A slider: ten changes, one each 40 ms; each is asked for twice, as a board that is drawn again does.
  for (let i = 2; i < 12; i++) {
    treating.want(one(i));
    treating.want(one(i));
    await jest.advanceTimersByTimeAsync(40);
  }
  const moving = said.slice(2);
  expect(moving.length).toBeGreaterThan(5);
  expect(moving.every((s) => s.startsWith(IN_SMALL))).toBe(true);

  await jest.advanceTimersByTimeAsync(1000);
  expect(said.slice(-3)).toEqual([
    `${IN_SMALL} moth raised 11`,
    'begun moth raised 11',
    'whole moth raised 11',
  ]);
  expect(treating.shownInSmall('moth raised')).toBeNull();
  // All that was made in small is given back.
  expect(new Set(given)).toEqual(new Set(said.filter((s) => s.startsWith(IN_SMALL))));
  expect(treating.isBusy).toBe(false);
});

test('a change while the whole is being made is shown in small at once, and stays until its own whole is there', async () => {
  const { treating, said } = makers(600, 50);
  treating.want(one(1));
  await jest.advanceTimersByTimeAsync(700);
  treating.want(one(2));
  await jest.advanceTimersByTimeAsync(300);
  expect(said.at(-1)).toBe('begun moth raised 2');
  treating.want(one(3));
  await jest.advanceTimersByTimeAsync(60);
  expect(treating.shownInSmall('moth raised')).toBe(`${IN_SMALL} moth raised 3`);
  await jest.advanceTimersByTimeAsync(550);
  expect(said).toContain('whole moth raised 2');
  expect(treating.shownInSmall('moth raised')).toBe(`${IN_SMALL} moth raised 3`);
  await jest.advanceTimersByTimeAsync(1000);
  expect(said.at(-1)).toBe('whole moth raised 3');
  expect(treating.shownInSmall('moth raised')).toBeNull();
});

test('what is quick, and what is to be judged, is made whole at once', async () => {
  for (const { treating, said } of [makers(20, 5), makers(600, 5, false)]) {
    for (const value of [1, 2]) {
      treating.want(one(value));
      await jest.advanceTimersByTimeAsync(700);
    }
    expect(said).toEqual([1, 2].flatMap((i) => [`begun moth raised ${i}`, `whole moth raised ${i}`]));
  }
});

test('another picture does not wait for one that rests', async () => {
  const { treating, said } = makers(600, 50);
  treating.want(one(1));
  await jest.advanceTimersByTimeAsync(700);
  treating.want(one(2));
  await jest.advanceTimersByTimeAsync(200);
  treating.want(one(1, 'lantern tint'));
  await jest.advanceTimersByTimeAsync(1800);
  expect(said.filter((s) => !s.startsWith(IN_SMALL)).slice(2)).toEqual([
    ...['begun lantern tint 1', 'whole lantern tint 1'],
    ...['begun moth raised 2', 'whole moth raised 2'],
  ]);
});

test('what could not be made is said, and the next one goes on', async () => {
  const said: string[] = [];
  const treating = new Treating<string>({
    side: 1600,
    whole: (w) =>
      w.key.endsWith('1') ? Promise.reject(new Error('gone')) : Promise.resolve({ made: 'there', took: 1 }),
    ...{ begun: () => {}, gone: () => {}, changed: () => {} },
    done: (w, made) => said.push(`${w.key}: ${made}`),
  });
  treating.want(one(1));
  treating.want(one(2, 'lantern tint'));
  await jest.advanceTimersByTimeAsync(10);
  expect(said).toEqual(['moth raised 1: null', 'lantern tint 2: there']);
  expect([treating.isBusy, treating.isWaiting]).toEqual([false, false]);
});
