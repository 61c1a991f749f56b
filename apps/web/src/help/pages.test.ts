import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { CheckId } from '@brelm/core/proof';

const DOCS = join(__dirname, '../../../../docs');
const text = (page: string) => readFileSync(join(DOCS, 'help', `${page}.md`), 'utf8');
const anchors = (page: string) =>
  [...text(page).matchAll(/^## (.+)$/gm)].map(([, heading]) => heading.toLowerCase().replace(/\s+/g, '-'));

/** Every check; a new one does not compile until it is here, and fails until it is explained. */
const CHECKS: Record<CheckId, true> = {
  ...{
    contrast: true,
    box: true,
    resolution: true,
    'safe-area': true,
    letters: true,
    typeface: true,
    ring: true,
  },
  ...{
    baseline: true,
    keyline: true,
    window: true,
    circle: true,
    'cut-away': true,
    worn: true,
    interior: true,
  },
  ...{ extent: true, centre: true, rights: true, alone: true, haze: true, fringe: true, specks: true },
  ...{
    'thin-ink': true,
    'thin-gap': true,
    'thin-keyline': true,
    distance: true,
    eyes: true,
    spelling: true,
    code: true,
  },
  ...{
    'code-size': true,
    'code-contrast': true,
    'too-much': true,
    'cut-line': true,
    nothing: true,
    off: true,
  },
  ...{ cut: true, safe: true, zone: true, ground: true, wrap: true, mirror: true, small: true },
};

describe('help', () => {
  it('says why of every check, once, in two sentences or a few', () => {
    expect(anchors('findings').sort()).toEqual(Object.keys(CHECKS).sort());
    for (const section of text('findings')
      .split(/^## .+$/m)
      .slice(1)) {
      const words = section.replace(/^!.*$/m, '').trim().split(/\s+/).length;
      expect(words).toBeGreaterThan(5);
      expect(words).toBeLessThan(70);
    }
  });

  it('draws every check, in words, too, and small enough to be sent with the page', () => {
    for (const check of Object.keys(CHECKS)) {
      const drawn = readFileSync(join(DOCS, `help/drawings/${check}.svg`), 'utf8');
      const [, title] = /<title>(.{20,})<\/title>/.exec(drawn)!;
      expect(text('findings')).toContain(`![${title}](drawings/${check}.svg)`);
      // Two pictures side by side, drawn with what a browser shows in any page, and all of it closed.
      expect(drawn.match(/<clipPath id="k\d+">/g)).toHaveLength(2);
      expect(drawn).not.toMatch(/<(script|image|foreignObject|style)|href="[^#]/);
      expect(drawn.match(/<g\b/g)!.length).toBe(drawn.match(/<\/g>/g)!.length);
      expect(Buffer.byteLength(drawn)).toBeLessThan(10_000);
    }
  });

  it('shows only pictures that there are, and each page begins with its title', () => {
    const pages = readdirSync(join(DOCS, 'help')).flatMap((f) => /^(.+)\.md$/.exec(f)?.[1] ?? []);
    expect(pages.length).toBeGreaterThan(9);
    for (const page of pages) {
      expect(text(page)).toMatch(/^# \S/);
      for (const [, path] of text(page).matchAll(/!\[[^\]]*\]\(([^)]+)\)/g))
        expect([page, path, existsSync(join(DOCS, 'help', path))]).toEqual([page, path, true]);
    }
  });
});
