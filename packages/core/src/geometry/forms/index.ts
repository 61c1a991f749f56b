/** Shapes by settings: each form is a pure function from its settings to an outline about (0, 0). */
import { bandHeights, ribbon, stripedSun, stripes, wave, waves } from './bands';
import { blob, bubble, shield, splash, ticket } from './figures';
import type { Form } from './form';
import { arc, arrow, ellipse, line, polygon, rectangle, ring } from './plain';
import { gear, scallops, star, sunburst } from './rays';

export type { Form, Setting, SettingKind } from './form';
export { ellipsePath, polygonPath, randomOf, roundedRectPath } from './form';
export { bandHeights };

export const FORMS: readonly Form[] = [
  rectangle,
  ellipse,
  polygon,
  star,
  sunburst,
  stripes,
  stripedSun,
  wave,
  waves,
  arc,
  ring,
  scallops,
  gear,
  shield,
  ticket,
  ribbon,
  bubble,
  blob,
  splash,
  line,
  arrow,
];

const byId = new Map(FORMS.map((f) => [f.id, f]));

export const formOf = (id: string): Form | undefined => byId.get(id);

/** Where a form's settings begin, for a shape about `size` units large. */
export const startValues = (form: Form, size: number): Record<string, number> =>
  Object.fromEntries(
    form.settings.map((s) => [s.name, s.kind === 'length' ? Math.round(s.start * size) : s.start]),
  );
