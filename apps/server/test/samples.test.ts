import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import sharp from 'sharp';
import type { Catalogue, Quote } from '@brelm/core/press';
import { OPTIONS, type ServerOptions } from '../src/options';
import { HousekeepingService } from '../src/storage/housekeeping.service';
import { fileAt } from '../src/files';
import { askOf, designsOf, running, until, uploadTo, type Running, type StoredDesign } from './running';

let it0: Running;
let owls: StoredDesign;
beforeAll(async () => {
  it0 = await running(true);
  owls = (await designsOf(it0)).find((d) => d.document.name === 'Night Shift Owls')!;
});
afterAll(() => it0?.stop());

const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);
/** Real seconds that a day of the press takes. */
const dayOf = (seconds: number) => {
  // The options that the server was started with are the press's clock.
  it0.server.app.get<ServerOptions>(OPTIONS).pressDay = seconds;
};

interface Order {
  id: string;
  state: string;
  steps: { state: string; at: number }[];
  reasons: string[];
  cancellable: boolean;
  quote: Quote;
  samples: {
    id: string;
    designName: string;
    note: string;
    rating: number | null;
    photo: boolean;
    misprint: { dxMm: number } | null;
  }[];
}
const item = (over = {}) => ({
  ...{ designId: owls.id, spec: 'pinfold/tee-front', garment: 'soot', size: 'M', quantity: 1, ...over },
});
const order = (items: object[] = [item()], over = {}) =>
  ask<Order>('samples', 'POST', { items, country: 'IE', ...over });
const state = async (id: string) => (await ask<Order[]>('samples')).body.find((o) => o.id === id)!;

describe('the stand-in press', () => {
  it('tells what it prints and what that costs', async () => {
    const { body } = await ask<Catalogue>('press/catalogue');
    expect(body.name).toBe('Quillcote Press');
    const items = [
      {
        ...{ blank: 'tee', size: 'M', colour: 'soot', quantity: 12 },
        prints: [{ side: 'front', widthIn: 15, heightIn: 18 }],
      },
    ];
    const quoted = await ask<Quote>('press/quotes', 'POST', { items, country: 'DE' });
    expect(quoted.status).toBe(200);
    expect(quoted.body.total).toBe(quoted.body.goods + quoted.body.postage);
    expect(quoted.body.items[0].total).toBe(12 * quoted.body.items[0].each);
  });

  it('takes an order of files that were handed in, refuses one without, and one that it would not print', async () => {
    const opaque = await sharp({ create: { width: 600, height: 600, channels: 4, background: '#aa3311' } })
      .png()
      .toBuffer();
    const { file } = (await uploadTo<{ file: string }>(it0, 'press/files', opaque, 'square.png')).body;
    expect(file).toBe(createHash('sha256').update(opaque).digest('hex'));
    const line = (sha256: string) => ({
      ...{ blank: 'tee', size: 'M', colour: 'soot', quantity: 1 },
      prints: [{ side: 'front', widthIn: 2, heightIn: 2, file: sha256 }],
    });
    const gone = await ask('press/orders', 'POST', { items: [line('f'.repeat(64))], country: 'IE' });
    expect([gone.status, gone.body.faults?.[0].field]).toEqual([400, 'items[0].prints']);
    dayOf(60);
    const { body, status } = await ask<Order>('press/orders', 'POST', { items: [line(file)], country: 'IE' });
    expect([status, body.state, body.reasons]).toEqual([201, 'received', []]);
    // Its own check is told of when that day comes.
    dayOf(0.05);
    await until(async () => (await ask<Order>(`press/orders/${body.id}`)).body.state !== 'received');
    const refused = (await ask<Order>(`press/orders/${body.id}`)).body;
    expect(refused.state).toBe('refused');
    expect(refused.reasons.join()).toMatch(/opaque all over/);
    expect((await ask(`press/orders/${body.id}/cancel`, 'POST')).status).toBe(409);
  });

  it.each([
    ['a blank that there is none of', { blank: 'kite' }, 'items[0].blank'],
    ['a size that there is none of', { size: 'XXS' }, 'items[0].size'],
    ['a colour that has run out', { colour: 'gorse' }, 'items[0].colour'],
    ['more than there is', { quantity: 9000 }, 'items[0].quantity'],
  ])('quotes nothing for %s, and says by field why', async (_, over, field) => {
    const line = {
      ...{ blank: 'tee', size: 'M', colour: 'soot', quantity: 1 },
      prints: [{ side: 'front', widthIn: 2, heightIn: 2 }],
    };
    const { status, body } = await ask('press/quotes', 'POST', {
      items: [{ ...line, ...over }],
      country: 'IE',
    });
    expect(status).toBe(400);
    expect(body.faults?.map((f) => f.field)).toContain(field);
  });
});

describe('samples', () => {
  it('are made, handed in, come, and have a photo, a note and a rating', async () => {
    dayOf(3600);
    const { body, status } = await order();
    expect(status).toBe(201);
    expect(body).toMatchObject({
      state: 'received',
      cancellable: true,
      samples: [{ designName: 'Night Shift Owls', photo: false }],
    });
    const [sample] = body.samples;
    // Before it has come there is nothing to look at or to rate.
    expect((await fetch(`${it0.url}/api/samples/${sample.id}/photo`)).status).toBe(409);
    expect((await ask(`samples/${sample.id}`, 'PATCH', { rating: 4 })).status).toBe(409);
    expect((await ask(`samples/${sample.id}`, 'PATCH', { note: 'for the fair' })).status).toBe(200);
    dayOf(0.01);
    await until(async () => (await state(body.id)).state === 'arrived');
    const there = await state(body.id);
    expect(there.steps.map((s) => s.state)).toEqual(['received', 'checked', 'printed', 'posted', 'arrived']);
    expect(there.samples[0]).toMatchObject({ note: 'for the fair', rating: null, photo: true });
    expect(Math.abs(there.samples[0].misprint!.dxMm)).toBeLessThanOrEqual(3);
    const photo = async () => {
      const answer = await fetch(`${it0.url}/api/samples/${sample.id}/photo`);
      expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'image/jpeg']);
      return Buffer.from(await answer.arrayBuffer());
    };
    const first = await photo();
    expect((await sharp(first).metadata()).width).toBe(1400);
    expect(await photo()).toEqual(first);
    const rated = await ask<Order>(`samples/${sample.id}`, 'PATCH', { rating: 4, note: 'Too red' });
    expect(rated.body.samples[0]).toMatchObject({ rating: 4, note: 'Too red' });
    expect(
      (await ask<Order>(`samples/${sample.id}`, 'PATCH', { rating: null })).body.samples[0].rating,
    ).toBeNull();
    expect((await ask(`samples/${sample.id}`, 'PATCH', { rating: 9 })).status).toBe(400);
    // What was ordered is never tidied away.
    const kept = createHash('sha256').update(first).digest('hex');
    for (const days of [0, 100, 200])
      await it0.server.app.get(HousekeepingService).tidy(Date.now() + days * 24 * 3600 * 1000);
    expect(existsSync(fileAt(it0.filesDir, kept))).toBe(true);
    expect(await photo()).toEqual(first);
  });

  it('are taken back until they are printed, and no more then', async () => {
    dayOf(3600);
    const { id } = (await order()).body;
    const back = await ask<Order>(`samples/orders/${id}/cancel`, 'POST');
    expect([back.status, back.body.state, back.body.cancellable]).toEqual([200, 'cancelled', false]);
    expect((await ask(`samples/orders/${id}/cancel`, 'POST')).status).toBe(409);
  });

  it.each([
    ['a product that it is not placed on', { spec: 'mudlark/cushion' }, 400, 'items[0].spec'],
    ['a size of another blank', { size: '11 oz' }, 400, 'items[0].size'],
    ['a colour that has run out', { garment: 'gorse' }, 400, 'items[0].colour'],
    ['no design', { designId: '00000000-0000-4000-8000-000000000000' }, 404, null],
    ['no whole piece', { quantity: 0.5 }, 400, 'items.0.quantity'],
  ])('are refused with %s, before anything is made', async (_, over, status, field) => {
    const { body, status: got } = await order([item(over)]);
    expect(got).toBe(status);
    if (field) expect(body.faults?.map((f) => f.field)).toContain(field);
  });
});
