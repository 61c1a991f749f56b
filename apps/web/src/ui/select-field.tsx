import clsx from 'clsx';
import type { ReactNode, SelectHTMLAttributes } from 'react';

/** A choice from a list, with its label above. */
export function SelectField({
  label,
  className,
  children,
  ...select
}: SelectHTMLAttributes<HTMLSelectElement> & { label: string; children: ReactNode }) {
  return (
    <label className="block min-w-0">
      <span className="block text-[11.5px] text-muted">{label}</span>
      <select className={clsx('field', className)} {...select}>
        {children}
      </select>
    </label>
  );
}
