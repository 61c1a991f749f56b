import { ShieldCheck } from 'lucide-react';
import type { Garment } from '@brelm/core/colour';
import type { SideHead } from '@brelm/core/design';
import { Button, SelectField } from '../ui';
import type { Proofs } from './use-rows';
import { say } from '../words/series';

/** What comes first among the pictures: rows in trouble, or as the table has them. */
export type SheetOrder = 'trouble' | 'table';

/** What is said of all rows, and how they are shown. */
export function SheetBar({
  all,
  looked,
  counts,
  sides,
  side,
  onSide,
  garments,
  garment,
  onGarment,
  order,
  onOrder,
  proofs,
  canProof,
}: {
  all: number;
  looked: number;
  counts: { stop: number; watch: number };
  sides: readonly SideHead[];
  side: string;
  onSide: (id: string) => void;
  garments: readonly Garment[];
  garment: Garment | undefined;
  onGarment: (id: string) => void;
  order: SheetOrder;
  onOrder: (order: SheetOrder) => void;
  proofs: Proofs;
  canProof: boolean;
}) {
  return (
    <div className="flex flex-wrap items-end gap-2 px-3 py-2">
      <p role="status" className="mr-auto self-center text-[13px]">
        <SheetWords all={all} looked={looked} counts={counts} />
      </p>
      {sides.length > 1 && (
        <SelectField
          label={say('side')}
          className="!w-28"
          value={side}
          onChange={(e) => onSide(e.target.value)}
        >
          {sides.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name || s.id}
            </option>
          ))}
        </SelectField>
      )}
      <SelectField
        label={say('garment')}
        className="!w-32"
        value={garment?.id ?? ''}
        onChange={(e) => onGarment(e.target.value)}
      >
        {garments.map((g) => (
          <option key={g.id} value={g.id}>
            {g.name}
          </option>
        ))}
      </SelectField>
      <SelectField
        label={say('first')}
        className="!w-32"
        value={order}
        onChange={(e) => onOrder(e.target.value as SheetOrder)}
      >
        <option value="trouble">{say('inTrouble')}</option>
        <option value="table">{say('asInTheTable')}</option>
      </SelectField>
      {proofs.progress ? (
        <Button className="!h-7" onClick={proofs.cancel}>
          {say('ofProofedStop', { done: proofs.progress.done, all: proofs.progress.all })}
        </Button>
      ) : (
        <Button
          className="!h-7"
          disabled={!canProof}
          title={garment && say('proofsEveryRowOn', { name: garment.name })}
          onClick={proofs.begin}
        >
          <ShieldCheck size={14} aria-hidden /> {say('proofAll')}
        </Button>
      )}
    </div>
  );
}

function SheetWords({
  all,
  looked,
  counts,
}: {
  all: number;
  looked: number;
  counts: { stop: number; watch: number };
}) {
  if (all === 0) return <span className="text-muted">{say('noRowsYet2')}</span>;
  const trouble = [
    counts.stop ? say('cannotBeMade', { stop: counts.stop }) : '',
    counts.watch ? say('toLookAt', { watch: counts.watch }) : '',
  ].filter(Boolean);
  return (
    <>
      {say('row5', { all })}
      {looked < all ? (
        <span className="text-muted"> {say('lookedAt', { looked })}</span>
      ) : (
        <span className={counts.stop ? 'text-rust' : 'text-muted'}>
          {' '}
          · {trouble.length ? trouble.join(', ') : say('nothingWrong')}
        </span>
      )}
    </>
  );
}
