/** A box that is ticked, with its words beside it. */
export function Tick({
  label,
  checked,
  disabled,
  onChange,
}: {
  label: string;
  checked: boolean;
  disabled?: boolean;
  onChange: (checked: boolean) => void;
}) {
  return (
    <label className="flex min-h-7 items-center gap-1.5 text-[13px]">
      <input
        type="checkbox"
        className="h-4 w-4 shrink-0 accent-spruce"
        checked={checked}
        disabled={disabled}
        onChange={(e) => onChange(e.target.checked)}
      />
      {label}
    </label>
  );
}
