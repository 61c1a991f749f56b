import { useEffect } from 'react';
import type { Garment } from '@brelm/core/colour';
import { BLADE_FILES, type BladeFile } from '@brelm/core/cutline';
import type { FileFormat } from '@brelm/core/design';
import type { FileFinding, PlanRow } from '@brelm/contract';
import { bytesText, garmentBackground, SEVERITY_WORDS, SeverityMark, VerdictMark } from '../ui';
import { useFileProof } from './use-file-proof';
import { toldWords } from '../words/told';
import { decimal } from '../words/decimal';
import { say } from '../words/files';

/** What the seller has chosen for a row. */
export interface RowChoice {
  made: boolean;
  format: FileFormat;
  /** How what a blade follows is written, in a row of that. */
  blade: BladeFile;
  /** Its stops are known and taken. */
  accepted: boolean;
}

const BLADE_WORDS: Record<BladeFile, string> = { dxf: 'DXF', svg: 'SVG', mask: say('pngMask') };

/** Whether a row's proof is there, and whether it stands in the way. */
export type RowState = 'proofing' | 'fine' | 'stopped' | 'fault';

export const rowKey = (r: PlanRow): string =>
  `${r.designId} ${r.spec} ${r.side} ${r.colourway.id} ${r.apart ?? ''}${r.blade ? ' blade' : ''}`;

const openStops = (findings: readonly FileFinding[]) =>
  findings.filter((f) => f.severity === 'stop' && f.accepted === undefined);

/** Says what was found: the worst in words, the rest by number. */
function Found({ findings }: { findings: readonly FileFinding[] }) {
  const open = findings.filter((f) => f.accepted === undefined && f.severity !== 'note');
  if (open.length === 0)
    return (
      <span className="flex items-center gap-1.5">
        <VerdictMark verdict="reads" size={13} />
        <span className="text-muted">{say('nothingInTheWay')}</span>
      </span>
    );
  return (
    <span
      className="flex items-start gap-1.5"
      title={open.map((f) => `${SEVERITY_WORDS[f.severity]}: ${toldWords(f)}`).join('\n')}
    >
      <span className="mt-0.5">
        <SeverityMark severity={open[0].severity} size={13} />
      </span>
      <span className="line-clamp-2">
        {toldWords(open[0])}
        {open.length > 1 && <span className="text-muted"> {say('andMore', { open: open.length - 1 })}</span>}
      </span>
    </span>
  );
}

/** One file of the table of what will be made. */
export function PlanRowView({
  row,
  choice,
  garments,
  several,
  sided,
  onChoice,
  onState,
}: {
  row: PlanRow;
  choice: RowChoice;
  garments: readonly Garment[];
  /** Rows of several designs: each names its own. */
  several: boolean;
  /** Other sides of its product are made, too: it names its own. */
  sided: boolean;
  onChoice: (change: Partial<RowChoice>) => void;
  onState: (state: RowState) => void;
}) {
  const { proof, fault } = useFileProof({
    designId: row.designId,
    spec: row.spec,
    side: row.side,
    colourway: row.colourway.id,
    apart: row.apart,
    format: choice.format,
    revision: row.revision,
  });
  const mmOf = (px: number) => decimal((px / row.dpi) * 25.4, 1);
  const stops = proof ? openStops(proof.findings) : [];
  const state: RowState = fault ? 'fault' : !proof ? 'proofing' : stops.length ? 'stopped' : 'fine';
  useEffect(() => onState(state), [state, onState]);
  const label = `${row.product}, ${row.sideName.toLowerCase()}, ${row.colourway.name}${row.blade ? say('theCutAlone') : ''}`;
  const blocked = stops.length > 0 && !choice.accepted;
  return (
    <tr className={`border-b border-line align-top ${choice.made && !blocked ? '' : 'text-muted'}`}>
      <td className="py-2 pr-2">
        <input
          type="checkbox"
          aria-label={say('make', { label })}
          className="mt-0.5"
          checked={choice.made && !blocked}
          disabled={blocked}
          onChange={(e) => onChoice({ made: e.target.checked })}
        />
      </td>
      <td className="py-2 pr-3">
        {several && <span className="block font-medium">{row.designName}</span>}
        <span className={several ? 'block text-[12.5px]' : 'block font-medium'}>
          {row.product}
          {sided ? `, ${row.sideName.toLowerCase()}` : ''}
        </span>
        <span className="block text-[12px] text-muted">
          {row.blade ? say('theCutAlone2') : row.marketplace}
        </span>
      </td>
      <td className="py-2 pr-3">
        <span className="block">{row.colourway.name}</span>
        {row.garments.length > 0 && (
          <span
            className="mt-0.5 flex gap-0.5"
            title={row.garments.map((id) => garments.find((g) => g.id === id)?.name ?? id).join(', ')}
          >
            {row.garments.slice(0, 8).map((id) => {
              const garment = garments.find((g) => g.id === id);
              return (
                garment && (
                  <span
                    key={id}
                    className="h-3 w-3 rounded-[2px] border border-edge"
                    style={{ background: garmentBackground(garment) }}
                  />
                )
              );
            })}
            <span className="sr-only">
              {say('for', {
                garments: row.garments.map((id) => garments.find((g) => g.id === id)?.name ?? id).join(', '),
              })}
            </span>
          </span>
        )}
      </td>
      <td className="py-1.5 pr-3">
        {row.blade ? (
          <select
            aria-label={say('formatOf', { label })}
            className="field !h-7 !w-auto"
            value={choice.blade}
            onChange={(e) => onChoice({ blade: e.target.value as BladeFile })}
          >
            {BLADE_FILES.map((b) => (
              <option key={b} value={b}>
                {BLADE_WORDS[b]}
              </option>
            ))}
          </select>
        ) : (
          <select
            aria-label={say('formatOf', { label })}
            className="field !h-7 !w-auto"
            value={choice.format}
            onChange={(e) => onChoice({ format: e.target.value as FileFormat })}
          >
            {row.formats.map((f) => (
              <option key={f} value={f}>
                {f.toUpperCase()}
              </option>
            ))}
          </select>
        )}
      </td>
      <td className="py-2 pr-3 whitespace-nowrap tabular-nums">
        {row.blade && choice.blade !== 'mask'
          ? say('mm', { width: mmOf(row.width), height: mmOf(row.height) })
          : `${row.width} × ${row.height}`}
        <span className="block text-[12px] text-muted">
          {say('outlinesMirrored', {
            isCut: row.blade && choice.blade !== 'mask',
            dpi: row.dpi,
            isMirrored: row.mirrored,
          })}
        </span>
      </td>
      <td className="py-2 pr-3 text-right whitespace-nowrap tabular-nums">
        {row.blade ? (
          '–'
        ) : (
          <>
            {proof ? say('about', { expectedBytes: bytesText(proof.expectedBytes) }) : '…'}
            <span className="block text-[12px] text-muted">
              {say('of', { maxBytes: bytesText(row.maxBytes) })}
            </span>
          </>
        )}
      </td>
      <td className="py-2 text-[13px]">
        {fault ? (
          <span className="text-rust">{fault}</span>
        ) : !proof ? (
          <span className="text-muted">{say('proofing')}</span>
        ) : (
          <Found findings={proof.findings} />
        )}
        {stops.length > 0 && (
          <label className="mt-1 flex items-center gap-1.5 text-[12.5px] text-ink">
            <input
              type="checkbox"
              checked={choice.accepted}
              onChange={(e) => onChoice({ accepted: e.target.checked })}
            />
            {say('makeItAllTheSame')}
          </label>
        )}
      </td>
    </tr>
  );
}
