import { NAME_PATTERN, NAME_WORDS, patternFault } from '@brelm/core/export';
import { say } from '../words/files';

/** What is wrong with a pattern of names; null where it can be used, or the products' own are. */
export const namesFault = (pattern: string, columns: readonly string[] = []): string | null =>
  pattern === '' ? null : patternFault(pattern, columns);

/** The pattern by which files are named, with the words that it may have. */
export function NamePattern({
  value,
  columns = [],
  onChange,
}: {
  value: string;
  /** Columns of a table that it may name, too. */
  columns?: readonly string[];
  onChange: (pattern: string) => void;
}) {
  const wrong = namesFault(value, columns);
  return (
    <>
      <input
        aria-label={say('patternOfTheFilesNames')}
        className="field mt-1.5 font-mono !text-[13px]"
        placeholder={NAME_PATTERN}
        value={value}
        aria-invalid={wrong !== null}
        onChange={(e) => onChange(e.target.value)}
      />
      {wrong ? (
        <p role="alert" className="mt-1 text-rust">
          {wrong}
        </p>
      ) : (
        <p className="mt-1 text-muted">
          {say('ofTheRow', {
            isColumns: columns.length > 0,
            columns: columns.map((c) => `{${c}}`).join(' '),
            entries: Object.entries(NAME_WORDS)
              .map(([word, says]) => `{${word}} ${says}`)
              .join(' · '),
          })}
        </p>
      )}
    </>
  );
}
