import type { Page } from 'playwright-core';

/**
 * Which controls of a page cannot be clicked where they are: cut off by the window or by what they lie in, or covered, after
 * they were scrolled to. Told by role and name; what is hidden, inert or behind an open dialog does not count.
 */
export function unreachable(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const dialog = [...document.querySelectorAll('[role=dialog]')].at(-1);
    const found = [
      ...(dialog ?? document).querySelectorAll<HTMLElement>(
        'a[href], button, input:not([type=hidden]), select, textarea, summary, [role=slider], [role=option], [role=tab]',
      ),
    ];
    const named = (e: HTMLElement) =>
      `${e.getAttribute('role') ?? e.tagName.toLowerCase()} “${(e.getAttribute('aria-label') ?? (e as HTMLInputElement).labels?.[0]?.textContent ?? e.textContent ?? '').trim().slice(0, 50)}”`;
    const out: string[] = [];
    for (const e of found) {
      if (e.closest('[inert], [hidden], [aria-hidden=true], details:not([open]) > :not(summary)')) continue;
      if (e.matches(':disabled')) continue;
      const style = getComputedStyle(e);
      if (style.visibility === 'hidden' || style.pointerEvents === 'none') continue;
      // What is only for readers of the screen, and what a label is clicked for.
      if (e.closest('.sr-only') || style.opacity === '0') continue;
      if (e.getClientRects().length === 0) continue;
      e.scrollIntoView({ block: 'center', inline: 'center' });
      const box = e.getBoundingClientRect();
      const [x, y] = [box.left + box.width / 2, box.top + box.height / 2];
      if (x < 0 || y < 0 || x >= innerWidth || y >= innerHeight) {
        out.push(`${named(e)} lies outside: ${Math.round(x)}, ${Math.round(y)}`);
        continue;
      }
      const at = document.elementFromPoint(x, y);
      const label = (e as HTMLInputElement).labels?.[0];
      if (!at || e.contains(at) || at.contains(e) || label?.contains(at)) {
        // Something bigger that holds it and scrolls or cuts it off would be hit instead of it.
        if (at && at !== e && at.contains(e) && !at.closest('label')) out.push(`${named(e)} is cut off`);
        continue;
      }
      out.push(
        `${named(e)} is covered by ${at.tagName.toLowerCase()} ${at.className.toString().slice(0, 50)}`,
      );
    }
    scrollTo(0, 0);
    return [...new Set(out)];
  });
}
