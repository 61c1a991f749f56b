import { useEffect, useId, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';

/** The rest after the last letter before what is typed is taken over, ms. */
const REST_MS = 350;

/**
 * A text that is taken over while one types, after a short rest, and when the field is left. All of one stay in it is one
 * gesture, whose name `onCommit` is given.
 */
export function TextBox({
  label,
  value,
  lines = 1,
  aside,
  fault,
  placeholder,
  inputRef,
  offers = [],
  onCommit,
}: {
  label: string;
  value: string;
  /** More than one makes it a box of several lines. */
  lines?: number;
  /** Beside the label: a count, a choice. */
  aside?: ReactNode;
  fault?: string | null;
  placeholder?: string;
  /** What is offered to be typed. */
  offers?: readonly string[];
  inputRef?: (element: HTMLInputElement | HTMLTextAreaElement | null) => void;
  onCommit: (text: string, gesture: string) => void;
}) {
  const id = useId();
  const [text, setText] = useState(value);
  const known = useRef(value);
  const typed = useRef(value);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const stay = useRef(0);
  const commit = useRef(onCommit);
  commit.current = onCommit;
  // What comes from elsewhere, such as an undo, takes the place of what stands here.
  useEffect(() => {
    if (value === known.current) return;
    clearTimeout(timer.current);
    known.current = value;
    typed.current = value;
    setText(value);
  }, [value]);
  const take = () => {
    clearTimeout(timer.current);
    if (typed.current === known.current) return;
    known.current = typed.current;
    commit.current(typed.current, `${id} ${stay.current}`);
  };
  const last = useRef(take);
  last.current = take;
  useEffect(() => () => last.current(), []);
  const field = {
    id,
    className: `field ${lines > 1 ? '!h-auto resize-y py-1.5 leading-snug' : ''}`,
    value: text,
    placeholder,
    dir: 'auto' as const,
    'aria-invalid': Boolean(fault),
    'aria-describedby': fault ? `${id}-fault` : undefined,
    'data-typed': true,
    onFocus: () => stay.current++,
    onChange: (e: { target: { value: string } }) => {
      typed.current = e.target.value;
      setText(e.target.value);
      clearTimeout(timer.current);
      timer.current = setTimeout(() => last.current(), REST_MS);
    },
    onBlur: take,
    onKeyDown: (e: KeyboardEvent<HTMLElement>) => e.key === 'Escape' && e.currentTarget.blur(),
  };
  return (
    <div className="min-w-0">
      <div className="flex items-end gap-2">
        <label htmlFor={id} className="flex-1 text-[11.5px] text-muted">
          {label}
        </label>
        {aside}
      </div>
      {lines > 1 ? (
        <textarea {...field} ref={inputRef} rows={lines} />
      ) : (
        <input {...field} ref={inputRef} list={offers.length ? `${id}-offers` : undefined} />
      )}
      {offers.length > 0 && (
        <datalist id={`${id}-offers`}>
          {offers.map((o) => (
            <option key={o} value={o} />
          ))}
        </datalist>
      )}
      {fault && (
        <p id={`${id}-fault`} className="text-[11.5px] text-rust">
          {fault}
        </p>
      )}
    </div>
  );
}
