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
  ...{ 'thin-ink': true, 'thin-gap': true, 'thin-keyline': true, distance: true, spelling: true, code: true },
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
      const words = section.trim().split(/\s+/).length;
      expect(words).toBeGreaterThan(5);
      expect(words).toBeLessThan(70);
    }
  });

  it('shows only pictures that there are, and each page begins with its title', () => {
    const pages = readdirSync(join(DOCS, 'help')).map((f) => f.replace(/\.md$/, ''));
    expect(pages.length).toBeGreaterThan(9);
    for (const page of pages) {
      expect(text(page)).toMatch(/^# \S/);
      for (const [, path] of text(page).matchAll(/!\[[^\]]*\]\(([^)]+)\)/g))
        expect([page, path, existsSync(join(DOCS, 'help', path))]).toEqual([page, path, true]);
    }
  });
});
