import clsx from 'clsx';
import type { ButtonHTMLAttributes, ReactNode } from 'react';

type Props = ButtonHTMLAttributes<HTMLButtonElement> & {
  tone?: 'plain' | 'main' | 'danger';
  children: ReactNode;
};

export function Button({ tone = 'plain', className, type = 'button', ...rest }: Props) {
  return (
    <button
      type={type}
      className={clsx(
        'inline-flex h-8 items-center gap-1.5 rounded-md border px-3 text-[13px] font-medium whitespace-nowrap disabled:opacity-45',
        tone === 'main' && 'border-spruce bg-spruce text-white enabled:hover:bg-ink',
        tone === 'plain' && 'border-edge bg-card text-ink enabled:hover:border-ink',
        tone === 'danger' && 'border-rust bg-card text-rust enabled:hover:bg-rust enabled:hover:text-white',
        className,
      )}
      {...rest}
    />
  );
}

/** A button that shows only a sign; `label` names it and is its tooltip, with its key if it has one. */
export function IconButton({
  label,
  keys,
  pressed,
  className,
  children,
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & {
  label: string;
  keys?: string;
  pressed?: boolean;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      aria-pressed={pressed}
      title={keys ? `${label} (${keys})` : label}
      className={clsx(
        'inline-flex h-7 w-7 shrink-0 items-center justify-center rounded-md text-ink enabled:hover:bg-line disabled:opacity-35',
        pressed && 'bg-line',
        className,
      )}
      {...rest}
    >
      {children}
    </button>
  );
}
