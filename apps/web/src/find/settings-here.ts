import type { Found } from './found';
import { say } from '../words/find';

/** What a setting is set by. */
const CONTROLS = [
  'input:not([type="hidden"]):not([type="file"])',
  'select',
  'textarea',
  '[role="switch"]',
  '[role="slider"]',
  'button[aria-haspopup="listbox"]',
  // Settings that are folded away, by their heading.
  '[data-folds]',
].join(', ');

const squeezed = (text: string | null | undefined): string => (text ?? '').replace(/\s+/g, ' ').trim();

/** What a control is called, as far as the page says so by a name or a label. */
function nameOf(control: HTMLElement): string {
  const said = squeezed(control.dataset.folds ?? control.getAttribute('aria-label'));
  if (said) return said;
  const by = control.getAttribute('aria-labelledby');
  const pieces = by?.split(/\s+/).map((id) => squeezed(document.getElementById(id)?.textContent)) ?? [];
  if (pieces.some(Boolean)) return pieces.filter(Boolean).join(' ');
  const labels = (control as HTMLInputElement).labels;
  const [label] = labels ? [...labels] : [];
  // A label around a list of choices has their words, too: its own are those of its text.
  const own = label && [...label.childNodes].filter((n) => n !== control && !n.contains(control));
  return squeezed(own?.map((n) => n.textContent).join(' ')) || squeezed(control.title);
}

/** The room of the page that a control is in. */
function roomOf(control: HTMLElement): string {
  const room = control.closest<HTMLElement>(
    'section[aria-label], aside[aria-label], fieldset, nav[aria-label]',
  );
  return squeezed(room?.getAttribute('aria-label') ?? room?.querySelector('legend')?.textContent);
}

/** The settings that are shown now, each under its name; what is found gets the focus. */
export function settingsHere(root: ParentNode = document): Found[] {
  const taken = new Map<string, number>();
  return [...root.querySelectorAll<HTMLElement>(CONTROLS)].flatMap((control): Found[] => {
    if (control.matches(':disabled') || control.closest('[role="dialog"]') || !control.checkVisibility())
      return [];
    const name = nameOf(control);
    if (!name || name.length > 80) return [];
    const n = (taken.get(name) ?? 0) + 1;
    taken.set(name, n);
    return [
      {
        ...{ id: `setting ${name} ${n}`, group: say('settingsHere'), title: name, more: roomOf(control) },
        run: () => {
          if (control.dataset.folds && control.ariaExpanded === 'false') control.click();
          control.scrollIntoView({ block: 'center' });
          control.focus();
        },
      },
    ];
  });
}
