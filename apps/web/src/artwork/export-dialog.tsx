import { useEffect, useRef, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import { stopsOn } from '@brelm/core/proof';
import type { Spec } from '@brelm/core/spec';
import { store, useAppSelector } from '../store';
import {
  reasonOf,
  useCancelExportMutation,
  useExportRecordQuery,
  useStartExportMutation,
} from '../store/api';
import { Button, Modal, SeverityMark, VerdictMark } from '../ui';
import { useProofState } from './proof-store';

/** Resolves once the server has the design as it is now; rejects with the reason when it will not. */
function whenSaved(): Promise<void> {
  return new Promise((done, fail) => {
    const look = () => {
      const { save } = store.getState().editor;
      if (save.kind === 'saved') return finish(done);
      if (save.kind === 'offline' || save.kind === 'refused')
        return finish(() => fail(new Error(`The design is not saved: ${save.reason}.`)));
      if (save.kind === 'conflict')
        return finish(() => fail(new Error('The design was changed elsewhere; settle that first.')));
    };
    const finish = (then: () => void) => {
      stop();
      then();
    };
    // A change of the last moment has not begun to be saved yet: give autosave its turn first.
    const stop = store.subscribe(look);
    setTimeout(look, 900);
  });
}

const PROBLEM = 'mt-3 rounded-md border border-rust p-3';

export function ExportDialog({
  design,
  colourway,
  specs,
  backdrop,
  onClose,
}: {
  design: Design;
  colourway: string | undefined;
  specs: Spec[];
  backdrop: Garment;
  onClose: () => void;
}) {
  const findings = useProofState((p) => p.findings);
  const current = useProofState((p) => p.current);
  const designId = useAppSelector((s) => s.editor.id)!;
  const choices = specs.flatMap((spec) =>
    spec.sides.map((side) => ({ spec, side, key: `${spec.id} ${side.id}` })),
  );
  const [chosen, setChosen] = useState(
    () =>
      choices.find((c) => c.spec.id === design.board.spec && c.side.id === design.board.side)?.key ??
      choices[0].key,
  );
  const choice = choices.find((c) => c.key === chosen)!;
  const [start] = useStartExportMutation();
  const [cancel] = useCancelExportMutation();
  const [id, setId] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [waiting, setWaiting] = useState(false);
  const { data: record, isError } = useExportRecordQuery(id!, { skip: id === null, pollingInterval: 400 });
  const link = useRef<HTMLAnchorElement>(null);
  const delivered = useRef<string | null>(null);
  const working = waiting || (id !== null && (!record || record.id !== id || record.state === 'working'));
  const done = record?.id === id && record?.state === 'done' ? record : null;
  const stops = stopsOn(findings ?? [], backdrop.id);
  const refitted = choice.spec.id !== design.board.spec;

  useEffect(() => {
    if (done && delivered.current !== done.id) {
      delivered.current = done.id;
      link.current?.click();
    }
  }, [done]);

  const press = async () => {
    setFault(null);
    setWaiting(true);
    setId(null);
    try {
      await whenSaved();
      const made = await start({
        designId,
        spec: choice.spec.id,
        side: choice.side.id,
        colourway: colourway ?? design.colourways[0]?.id ?? 'base',
      }).unwrap();
      setId(made.id);
    } catch (error) {
      setFault(error instanceof Error ? error.message : reasonOf(error));
    }
    setWaiting(false);
  };

  return (
    <Modal open onClose={onClose} title="Export">
      <label htmlFor="export-spec" className="block text-[13px] text-muted">
        For
      </label>
      <select
        id="export-spec"
        className="field !h-9 !text-[14px]"
        value={chosen}
        disabled={working}
        onChange={(e) => setChosen(e.target.value)}
      >
        {choices.map(({ spec, side, key }) => (
          <option key={key} value={key}>
            {spec.marketplace}, {spec.product}
            {spec.sides.length > 1 ? `, ${side.name}` : ''}
          </option>
        ))}
      </select>
      <p className="mt-2 text-[13px] text-muted">
        PNG, {choice.side.widthPx} × {choice.side.heightPx} px, {choice.side.dpi} dpi, sRGB, transparent
        {design.colourways.length > 1 &&
          `, colourway ${design.colourways.find((c) => c.id === colourway)?.name ?? ''}`}
      </p>
      {refitted && (
        <p className="mt-2 text-[13px]">
          The board was made for another product: the artwork is scaled evenly to fit this one.
        </p>
      )}
      {stops.length > 0 ? (
        <div className="mt-3">
          <p className="font-medium">
            {stops.length === 1 ? 'One thing' : `${stops.length} things`} will misprint or be refused on{' '}
            {backdrop.name}:
          </p>
          <ul className="mt-1 flex max-h-40 flex-col gap-1 overflow-y-auto text-[13px]">
            {stops.map((f) => (
              <li key={`${f.check} ${f.part} ${f.garment}`} className="flex items-start gap-2">
                <SeverityMark severity="stop" size={14} />
                {f.message}
              </li>
            ))}
          </ul>
        </div>
      ) : (
        <p className="mt-3 flex items-center gap-2 text-[13px]">
          <VerdictMark verdict="reads" /> {current ? `No stops on ${backdrop.name}.` : 'Still checking…'}
        </p>
      )}
      {fault && (
        <p role="alert" className={PROBLEM}>
          Nothing was written. {fault}
        </p>
      )}
      {isError && (
        <p role="alert" className={PROBLEM}>
          The server does not answer. The export goes on there; this asks again.
        </p>
      )}
      {record && record.id === id && (record.state === 'failed' || record.state === 'cancelled') && (
        <p role="alert" className={PROBLEM}>
          {record.state === 'failed' ? 'Nothing was written: ' : ''}
          {record.reason}
        </p>
      )}
      {done?.report && (
        <div
          role="status"
          data-testid="export-done"
          className="mt-3 rounded-md border border-moss p-3 text-[13px]"
        >
          <p className="font-medium break-all">{done.fileName}</p>
          <p className="text-muted">
            {done.report.width} × {done.report.height} px · {done.report.dpi} dpi ·{' '}
            {(done.report.bytes / 1e6).toFixed(2)} MB ·{' '}
            {done.report.cornersTransparent ? 'corners transparent' : 'ink in a corner'} · read back, every
            pixel as painted
          </p>
          <a
            ref={link}
            href={`/api/exports/${done.id}/file`}
            download={done.fileName}
            className="text-spruce underline"
          >
            Download again
          </a>
        </div>
      )}
      <div className="mt-5 flex items-center justify-end gap-2">
        {working && (
          <span role="status" className="mr-auto text-muted">
            Painting, writing and checking…
          </span>
        )}
        {working && id ? (
          <Button onClick={() => void cancel(id)}>Cancel</Button>
        ) : (
          <Button onClick={onClose}>Close</Button>
        )}
        <Button tone="main" disabled={working} onClick={() => void press()}>
          {stops.length > 0 ? 'Export all the same' : 'Export'}
        </Button>
      </div>
    </Modal>
  );
}
