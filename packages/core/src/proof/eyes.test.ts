import { circle, designOf, garment, inputOf, materialsWith, rect, shape } from '../../testing';
import { SIXTY } from '../../testing/sixty';
import { MIDNIGHT, SOOT, WHITE } from '../../testing/thirty';
import { proofOf } from './index';

const disc = (ink: string) => designOf({ a: ink }, shape('disc', circle(450, 450, 250), 'a'));
const notes = (ink: string, ...on: ReturnType<typeof garment>[]) =>
  proofOf(inputOf(disc(ink), on)).findings.filter((f) => f.check === 'eyes');

describe('what reads for most eyes', () => {
  it('and is lost without the cones for red or green is noted, of the garment where it is worst', () => {
    const fern = garment('Fern', '#2e7d32');
    const [note, ...more] = notes('#f08a24', SOOT, fern, WHITE);
    expect(more).toEqual([]);
    expect(note).toMatchObject({
      severity: 'note',
      part: 'disc',
      garment: 'Fern',
      threshold: 3,
      unit: 'ratio',
    });
    expect(note.message).toBe(
      '“disc” reads on Fern, but hardly for eyes that tell red from green poorly apart',
    );
    expect(note.figure).toBeLessThan(2.5);
  });

  it('of red on black depends on how wide it is: those who lack red’s cones see it dark', () => {
    expect(notes('#d02020', SOOT)).toEqual([]);
    const line = designOf({ a: '#d02020' }, shape('line', rect(200, 440, 400, 10), 'a'));
    expect(proofOf(inputOf(line, [SOOT])).findings.map((f) => f.check)).toContain('eyes');
  });

  it('and for others as well is not: black, white, and what is far apart', () => {
    expect(notes('#ffffff', SOOT)).toEqual([]);
    expect(notes('#101010', WHITE)).toEqual([]);
    expect(notes('#f2ead8', MIDNIGHT)).toEqual([]);
  });

  it('is not told of what does not read anyway', () => {
    expect(notes('#c0392b', garment('Leaf', '#2e7d32'))).toEqual([]);
  });

  it('is not told of any of sixty designs that sellers make', async () => {
    const materials = await materialsWith('anton', 'lobster');
    const noted = SIXTY.filter(({ design, garment: on }) =>
      proofOf(inputOf(design, [on], { materials })).findings.some((f) => f.check === 'eyes'),
    ).map((s) => s.name);
    expect(noted).toEqual([]);
  });
});
