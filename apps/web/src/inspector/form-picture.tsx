import { useMemo } from 'react';
import { formOf, pathBounds, startValues, toSvgPath } from '@brelm/core/geometry';

/** A form as it begins, small, in the colour of the text. */
export function FormPicture({ form, size = 40 }: { form: string; size?: number }) {
  const { d, box, open, evenOdd } = useMemo(() => {
    const made = formOf(form)!;
    const path = made.path(startValues(made, 100));
    const b = pathBounds(path);
    const side = Math.max(b.right - b.left, b.bottom - b.top) + 12;
    const [cx, cy] = [(b.left + b.right) / 2, (b.top + b.bottom) / 2];
    return {
      d: toSvgPath(path),
      box: `${cx - side / 2} ${cy - side / 2} ${side} ${side}`,
      open: made.open,
      evenOdd: made.evenOdd,
    };
  }, [form]);
  return (
    <svg width={size} height={size} viewBox={box} aria-hidden>
      <path
        d={d}
        fill={open ? 'none' : 'currentColor'}
        fillRule={evenOdd ? 'evenodd' : 'nonzero'}
        stroke={open ? 'currentColor' : 'none'}
        strokeWidth={open ? 8 : 0}
      />
    </svg>
  );
}
