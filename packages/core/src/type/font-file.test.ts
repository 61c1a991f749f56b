import { zlibSync } from 'fflate';
import { faceBytes, loadHarfBuzz } from '../../testing/base';
import { isFinitePath } from '../geometry';
import { containerOf, createTypeface, fontFacts, fontsIn, ownFaceId, plainWords, unpackWoff } from './index';

/** A WOFF 1.0 file around an sfnt, every table packed (W3C Recommendation, section 3). */
function packWoff(sfnt: Uint8Array): Uint8Array {
  const view = new DataView(sfnt.buffer, sfnt.byteOffset, sfnt.length);
  const count = view.getUint16(4);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = 12 + i * 16;
    const [offset, length] = [view.getUint32(at + 8), view.getUint32(at + 12)];
    const raw = sfnt.subarray(offset, offset + length);
    const packed = zlibSync(raw);
    return { head: sfnt.subarray(at, at + 8), length, data: packed.length < length ? packed : raw };
  });
  let at = 44 + count * 20;
  const size = tables.reduce((n, t) => n + ((t.data.length + 3) & ~3), at);
  const out = new Uint8Array(size);
  const made = new DataView(out.buffer);
  out.set([0x77, 0x4f, 0x46, 0x46]);
  out.set(sfnt.subarray(0, 4), 4);
  made.setUint32(8, size);
  made.setUint16(12, count);
  tables.forEach((t, i) => {
    const row = 44 + i * 20;
    out.set(t.head.subarray(0, 4), row);
    made.setUint32(row + 4, at);
    made.setUint32(row + 8, t.data.length);
    made.setUint32(row + 12, t.length);
    out.set(t.head.subarray(4, 8), row + 16);
    out.set(t.data, at);
    at += (t.data.length + 3) & ~3;
  });
  return out;
}

/** A TrueType collection of these fonts, one behind the other (OpenType specification, TTC header). */
function collect(fonts: Uint8Array[]): Uint8Array {
  const head = 12 + 4 * fonts.length;
  const out = new Uint8Array(head + fonts.reduce((n, f) => n + ((f.length + 3) & ~3), 0));
  const view = new DataView(out.buffer);
  out.set([0x74, 0x74, 0x63, 0x66, 0, 1, 0, 0]);
  view.setUint32(8, fonts.length);
  let at = head;
  fonts.forEach((font, i) => {
    view.setUint32(12 + 4 * i, at);
    out.set(font, at);
    const tables = view.getUint16(at + 4);
    // Tables are counted from the start of the file.
    for (let t = 0; t < tables; t++) {
      const row = at + 12 + t * 16 + 8;
      view.setUint32(row, view.getUint32(row) + at);
    }
    at += (font.length + 3) & ~3;
  });
  return out;
}

describe('a font file', () => {
  const rye = () => new Uint8Array(faceBytes('rye'));

  it('is told by its first bytes', () => {
    expect(containerOf(rye())).toBe('sfnt');
    expect(containerOf(packWoff(rye()))).toBe('woff');
    expect(containerOf(new Uint8Array(faceBytes('fraunces')))).toBe('woff2');
    expect(containerOf(new TextEncoder().encode('<svg xmlns="…">'))).toBeNull();
    expect(containerOf(new Uint8Array(3))).toBeNull();
    expect(fontsIn(rye())).toBe(1);
  });

  it('says its name, its licence and whether it may be embedded', async () => {
    const facts = fontFacts(rye());
    expect(facts.family).toBe('Rye');
    expect(facts.style).toBe('Regular');
    expect(facts.licence).toMatch(/SIL Open Font License/);
    expect(facts.embedding).toBe('installable');
    const restricted = rye();
    const view = new DataView(restricted.buffer);
    for (let i = 0; i < view.getUint16(4); i++)
      if (String.fromCharCode(...restricted.subarray(12 + i * 16, 16 + i * 16)) === 'OS/2')
        view.setUint16(view.getUint32(12 + i * 16 + 8) + 8, 2);
    expect(fontFacts(restricted).embedding).toBe('restricted');
    const hb = await loadHarfBuzz();
    expect(createTypeface(hb, 'rye', restricted).embedding).toBe('restricted');
    expect(createTypeface(hb, 'rye', rye()).at({}).embedding).toBe('installable');
    expect(fontFacts(new Uint8Array(40)).family).toBe('');
  });

  it('wrapped as WOFF is the same font again', async () => {
    const hb = await loadHarfBuzz();
    const back = createTypeface(hb, 'woff', unpackWoff(packWoff(rye())));
    const plain = createTypeface(hb, 'rye', rye());
    expect(back.shape('Moth')).toEqual(plain.shape('Moth'));
    expect(back.outline(40)).toEqual(plain.outline(40));
  });

  it('wrapped and damaged is refused with the reason', () => {
    const woff = packWoff(rye());
    expect(() => unpackWoff(woff.subarray(0, 100))).toThrow('cut off');
    const outside = woff.slice();
    new DataView(outside.buffer).setUint32(44 + 4, 0x7fffffff);
    expect(() => unpackWoff(outside)).toThrow('lies outside');
    const garbled = woff.slice();
    garbled.fill(7, woff.length - 3000);
    expect(() => unpackWoff(garbled)).toThrow('cannot be unpacked');
  });

  it('of several fonts gives each of them', async () => {
    const hb = await loadHarfBuzz();
    const collection = collect([new Uint8Array(faceBytes('rye')), new Uint8Array(faceBytes('anton'))]);
    expect([containerOf(collection), fontsIn(collection)]).toEqual(['collection', 2]);
    expect([0, 1].map((i) => fontFacts(collection, i).family)).toEqual(['Rye', 'Anton']);
    for (const [i, id] of ['rye', 'anton'].entries()) {
      const plain = createTypeface(hb, id, new Uint8Array(faceBytes(id)));
      expect(createTypeface(hb, 'own', collection, i).shape('Owl')).toEqual(plain.shape('Owl'));
      // The id of an own typeface says which of them it is.
      const own = ownFaceId('0'.repeat(64), i);
      expect(createTypeface(hb, own, collection).shape('Owl')).toEqual(plain.shape('Owl'));
    }
  });

  it('whose outlines are garbled still gives finite ones, or none', async () => {
    const hb = await loadHarfBuzz();
    const bytes = rye();
    const view = new DataView(bytes.buffer);
    for (let i = 0; i < view.getUint16(4); i++) {
      const row = 12 + i * 16;
      if (String.fromCharCode(...bytes.subarray(row, row + 4)) !== 'glyf') continue;
      const [at, length] = [view.getUint32(row + 8), view.getUint32(row + 12)];
      for (let k = 0; k < length; k++) bytes[at + k] = (k * 7919 + 13) & 255;
    }
    const face = createTypeface(hb, 'garbled', bytes);
    for (const glyph of face.shape('Moth Ledger & Society')) {
      expect(isFinitePath(face.outline(glyph.id))).toBe(true);
      expect(Number.isFinite(glyph.advance)).toBe(true);
    }
    expect(Number.isFinite(face.capHeight)).toBe(true);
  });

  it('whose letters have no width is set, one over the other', async () => {
    const hb = await loadHarfBuzz();
    const bytes = rye();
    const view = new DataView(bytes.buffer);
    for (let i = 0; i < view.getUint16(4); i++) {
      const row = 12 + i * 16;
      if (String.fromCharCode(...bytes.subarray(row, row + 4)) !== 'hmtx') continue;
      bytes.fill(0, view.getUint32(row + 8), view.getUint32(row + 8) + view.getUint32(row + 12));
    }
    const face = createTypeface(hb, 'narrow', bytes);
    const { path, width } = plainWords('MOTH', face, 100);
    expect(isFinitePath(path)).toBe(true);
    expect(path.length).toBeGreaterThan(0);
    // Kerning may still move them a little.
    expect(Math.abs(width)).toBeLessThan(60);
  });
});
