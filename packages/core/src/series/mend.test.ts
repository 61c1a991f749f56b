import fc from 'fast-check';
import { circle, designOf, garment, inputOf, materialsWith, reread, shape } from '../../testing';
import { applyEdits, documentOf, type Design, type Edit } from '../design';
import type { Box } from '../geometry';
import { lettering, letteringLine, place } from '../parts';
import { proofOf, type Finding } from '../proof';
import { onBoard } from './around';
import {
  emptyRow,
  measuringBy,
  mendByHand,
  mendedLayout,
  readSeries,
  rowDesign,
  seriesDocument,
  USUAL_FIT,
  withByHand,
  withMoreByHand,
  type ByHand,
  type Measuring,
  type Series,
  type SeriesWorld,
} from './index';

const SOOT = garment('Soot', '#1b1b1d');

let world: SeriesWorld;
let measuring: Measuring;
beforeAll(async () => {
  const materials = await materialsWith('anton');
  world = { materials, figures: new Map(), pictures: new Map(), ground: '#1b1b1d' };
  measuring = measuringBy(materials);
});

/** One line of words over a disc; both read on Soot, unless their inks say otherwise. */
const layout = (over: { words?: string; disc?: string; y?: number } = {}): Design =>
  designOf(
    { pale: over.words ?? '#f2ead8', rust: over.disc ?? '#d9744f' },
    {
      ...lettering('job', 'Job', place(450, over.y ?? 300), [
        letteringLine('NIGHT RANGER', 'anton', 110, 'pale'),
      ]),
      spread: 0,
    },
    shape('fig', circle(450, 620, 130), 'rust'),
  );
const series: Series = {
  ...{ format: 'brelm-series', version: 1, name: 'Rangers', layout: 'l', whole: false, fileNames: '' },
  columns: [{ id: 'c', name: 'Job' }],
  places: [
    {
      kind: 'words',
      part: 'job',
      line: null,
      says: '{Job}',
      case: 'upper',
      fit: { ...USUAL_FIT, tracking: null },
    },
  ],
  rows: [emptyRow('r1', { c: 'Owl keeper' }), emptyRow('r2', { c: 'Lamp lighter' })],
};
const made = (of: Design, byHand: ByHand[] = [], row = series.rows[0]) =>
  rowDesign(of, series, { ...row, byHand }, world).design;
const found = (design: Design): Finding[] =>
  proofOf({ ...inputOf(design, [SOOT]), materials: world.materials }).findings.filter(
    (f) => f.severity === 'stop' || f.severity === 'watch',
  );
const about = (design: Design, check: string) => found(design).filter((f) => f.check === check);
const box = (design: Design, id: string): Box =>
  onBoard(
    design.parts.find((p) => p.id === id)!,
    design,
    measuring,
  );
const close = (b: Box) => ({
  left: expect.closeTo(b.left, 3) as number,
  top: expect.closeTo(b.top, 3) as number,
  right: expect.closeTo(b.right, 3) as number,
  bottom: expect.closeTo(b.bottom, 3) as number,
});

describe('a mend of one row', () => {
  it('that brings words inside is a move by hand: it mends the row, and holds when the layout moves', () => {
    const high = layout({ y: 40 });
    const row = made(high);
    const [finding] = about(row, 'safe-area');
    const mend = finding.mends.find((m) => m.id === 'move-inside')!;
    const byHand = mendByHand(row, mend.edits, measuring)!;
    expect(byHand.map((b) => b.kind)).toEqual(['moved']);
    expect(box(made(high, byHand), 'job')).toEqual(close(box(applyEdits(row, mend.edits), 'job')));
    expect(about(made(high, byHand), 'safe-area')).toEqual([]);
    const by = byHand[0] as Extract<ByHand, { kind: 'moved' }>;
    const lower = layout({ y: 300 });
    expect(box(made(lower, byHand), 'job').top - box(made(lower), 'job').top).toBeCloseTo(by.dy, 6);
  });

  it('that changes an ink, or puts a keyline around, is said by hand, and mends the row', () => {
    const dim = layout({ words: '#3a3a3c' });
    const row = made(dim);
    const [finding] = about(row, 'contrast');
    const ids = new Map(finding.mends.map((m) => [m.id, m]));
    const ink = mendByHand(row, ids.get('nearest-ink')!.edits, measuring)!;
    expect(ink.map((b) => b.kind)).toEqual(['inked']);
    expect(about(made(dim, ink), 'contrast')).toEqual([]);
    const keyline = finding.mends.find((m) => m.edits.some((e) => e.op === 'addKeyline'))!;
    const outline = mendByHand(row, keyline.edits, measuring)!;
    expect(outline.map((b) => b.kind)).toEqual(['outlined']);
    const outlined = made(dim, outline);
    expect(about(outlined, 'contrast')).toEqual([]);
    // What is set by hand is kept with the series, and what it makes is a design like any other.
    expect(
      readSeries(JSON.parse(seriesDocument({ ...series, rows: [{ ...series.rows[0], byHand: outline }] })))
        .rows[0].byHand,
    ).toEqual(outline);
    expect(documentOf(reread(outlined))).toEqual(documentOf(outlined));
    // Twice around the same has one ink.
    const again = [...outline, { ...outline[0], part: 'fig' } as ByHand];
    expect(made(dim, again).inks).toHaveLength(outlined.inks.length);
  });

  it('is none by hand where by hand does not say it', () => {
    const row = made(layout());
    const none = (...edits: Edit[]) => expect(mendByHand(row, edits, measuring)).toBeNull();
    none();
    none({ op: 'updatePart', part: 'job', change: { opacity: 0.5 } });
    none({ op: 'place', part: 'job', place: { turn: 20 } });
    none({ op: 'place', part: 'job', place: { scaleX: 2 } });
    none({ op: 'place', part: 'lost', place: { x: 3 } });
    none({ op: 'addKeyline', part: 'job', keyline: { ink: 'lost', width: 3, join: 'round' } });
    none({ op: 'addKeyline', part: 'job', keyline: { ink: 'pale', width: 3, join: 'mitre' } });
    none({ op: 'setWear', wear: [] });
  });

  it('adds up with what was set by hand before', () => {
    const had: ByHand[] = [
      { kind: 'moved', part: 'job', dx: 10, dy: 0 },
      { kind: 'sized', part: 'job', by: 2 },
      { kind: 'inked', ink: 'pale', value: '#000000' },
    ];
    expect(
      withMoreByHand(had, [
        { kind: 'moved', part: 'job', dx: 5, dy: -3 },
        { kind: 'sized', part: 'job', by: 0.5 },
        { kind: 'inked', ink: 'pale', value: '#ffffff' },
        { kind: 'moved', part: 'fig', dx: 1, dy: 1 },
      ]),
    ).toEqual([
      { kind: 'moved', part: 'job', dx: 15, dy: -3 },
      { kind: 'sized', part: 'job', by: 1 },
      { kind: 'inked', ink: 'pale', value: '#ffffff' },
      { kind: 'moved', part: 'fig', dx: 1, dy: 1 },
    ]);
  });

  it('lies by hand just where its edits put it, wherever that is', () => {
    const row = made(layout());
    const job = row.parts.find((p) => p.id === 'job')!;
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 3, noNaN: true }),
        fc.integer({ min: -300, max: 300 }),
        fc.integer({ min: -300, max: 300 }),
        (k, dx, dy) => {
          const { x, y, scaleX, scaleY } = job.place;
          const to = { x: x + dx, y: y + dy, scaleX: scaleX * k, scaleY: scaleY * k };
          const edits: Edit[] = [{ op: 'place', part: 'job', place: to }];
          const byHand = mendByHand(row, edits, measuring) ?? [];
          expect(box(withByHand(row, byHand, measuring), 'job')).toEqual(
            close(box(applyEdits(row, edits), 'job')),
          );
        },
      ),
      { seed: 2026, numRuns: 60, endOnFailure: true },
    );
  });
});

describe('a mend of all rows', () => {
  it('is done to the layout as it was found in a row: all rows have it then', () => {
    const high = layout({ y: 40 });
    const row = made(high);
    const mend = about(row, 'safe-area')[0].mends.find((m) => m.id === 'move-inside')!;
    const mended = mendedLayout(high, row, mend.edits, measuring)!;
    for (const r of series.rows) {
      expect(about(made(high, [], r), 'safe-area')).toHaveLength(1);
      expect(about(made(mended, [], r), 'safe-area')).toEqual([]);
    }
    expect(box(mended, 'fig')).toEqual(box(high, 'fig'));
  });

  it('changes inks, keylines and how a part is drawn', () => {
    const dim = layout({ words: '#3a3a3c' });
    const row = made(dim);
    const { mends } = about(row, 'contrast')[0];
    const could = mends.flatMap((mend) => mendedLayout(dim, row, mend.edits, measuring) ?? []);
    expect(could.length).toBeGreaterThan(1);
    for (const mended of could) {
      for (const r of series.rows) expect(about(made(mended, [], r), 'contrast')).toEqual([]);
      // The layout's words are its own.
      expect(JSON.stringify(documentOf(mended))).toContain('NIGHT RANGER');
    }
    const faint = { op: 'updatePart', part: 'fig', change: { opacity: 0.5 } } as const;
    expect(mendedLayout(dim, row, [faint], measuring)!.parts[1].opacity).toBe(0.5);
  });

  it('hides what it takes away, so that places stay good', () => {
    const from = layout();
    const mended = mendedLayout(from, made(from), [{ op: 'removeParts', parts: ['fig'] }], measuring)!;
    expect(mended.parts.map((p) => [p.id, p.hidden])).toEqual([
      ['job', false],
      ['fig', true],
    ]);
  });

  it('is none where it is about what the row alone has', () => {
    const from = layout();
    const row = made(from);
    const none = (...edits: Edit[]) => expect(mendedLayout(from, row, edits, measuring)).toBeNull();
    const [job] = row.parts;
    none({ op: 'updatePart', part: 'job', change: job.kind === 'lettering' ? { lines: job.lines } : {} });
    none({ op: 'updatePart', part: 'lost', change: { opacity: 1 } });
    none({ op: 'setInk', ink: 'figure-ink', value: '#ffffff' });
    none({ op: 'addKeyline', part: 'job', keyline: { ink: 'figure-ink', width: 3, join: 'round' } });
    none({ op: 'removeParts', parts: ['fig', 'lost'] });
    // An ink that came with the row's own figure, wherever in a change it is named.
    const figured = { ...row, inks: [...row.inks, { id: 'figure-ink', name: 'Figure', value: '#445566' }] };
    const keylines = [{ ink: 'figure-ink', width: 3, join: 'round' as const }];
    const edits: Edit[] = [
      { op: 'updatePart', part: 'fig', change: { keylines } },
      { op: 'overridePart', colourway: 'base', part: 'fig', change: { keylines } },
    ];
    for (const edit of edits) expect(mendedLayout(from, figured, [edit], measuring)).toBeNull();
    none({ op: 'setWear', wear: [] });
    none({ op: 'place', part: 'lost', place: { x: 1 } });
  });
});
