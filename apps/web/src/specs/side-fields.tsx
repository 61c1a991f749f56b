import { Trash2 } from 'lucide-react';
import { ZONE_KINDS, type AreaShape, type Margins, type SpecSide, type Zone } from '@brelm/core/spec';
import { Button, FileButton, IconButton, notify, SelectField, useLatest } from '../ui';
import { FigureField, TextField } from './field';
import { say } from '../words/specs';

const round3 = (v: number) => Number(v.toFixed(4));

/** The first outline of an SVG file in inches of a print area, its view stretched over it. */
async function outlineOf(file: File, side: SpecSide): Promise<string> {
  const { safeSvg, readNormalisedSvg } = await import('@brelm/core/svg');
  const { parseSvgPath, toSvgPath, transformPath } = await import('@brelm/core/geometry');
  const art = readNormalisedSvg(safeSvg(await file.text()).source);
  const k = side.widthIn / art.width;
  const path = art.outlines.flatMap((o) => parseSvgPath(o.path) as number[]);
  return toSvgPath(transformPath(path, [k, 0, 0, side.heightIn / art.height, 0, 0]));
}

function ShapeFields({
  label,
  shape,
  side,
  fault,
  onChange,
}: {
  label: string;
  shape: AreaShape | undefined;
  side: SpecSide;
  fault?: string;
  onChange: (shape: AreaShape | undefined) => void;
}) {
  const kind = shape?.kind ?? 'rectangle';
  const set = useLatest(onChange);
  return (
    <div>
      <SelectField
        label={label}
        value={kind}
        onChange={(e) => {
          const next = e.target.value as AreaShape['kind'];
          onChange(
            next === 'rectangle'
              ? undefined
              : next === 'rounded'
                ? { kind: next, radiusIn: 0.25 }
                : next === 'outline'
                  ? {
                      kind: next,
                      path: `M0 0 L${side.widthIn} 0 L${side.widthIn} ${side.heightIn} L0 ${side.heightIn} Z`,
                    }
                  : { kind: next },
          );
        }}
      >
        <option value="rectangle">{say('rectangle')}</option>
        <option value="rounded">{say('rounded')}</option>
        <option value="circle">{say('circle')}</option>
        <option value="outline">{say('outlineOfAnSvg')}</option>
      </SelectField>
      {shape?.kind === 'rounded' && (
        <FigureField
          label={say('radiusIn')}
          fault={fault}
          value={shape.radiusIn}
          onChange={(radiusIn) => onChange({ kind: 'rounded', radiusIn })}
        />
      )}
      {shape?.kind === 'outline' && (
        <div className="mt-1">
          <TextField
            label={say('pathInches')}
            fault={fault}
            value={shape.path}
            onChange={(path) => onChange({ kind: 'outline', path })}
          />
          <div className="mt-1">
            <FileButton
              accept=".svg"
              onFiles={([file]) =>
                void outlineOf(file, side).then(
                  (path) => set({ kind: 'outline', path }),
                  (error: Error) => notify('fault', `${file.name}: ${error.message}`),
                )
              }
            >
              {say('fromAnSvg')}
            </FileButton>
          </div>
        </div>
      )}
    </div>
  );
}

/** The fields of one side. */
export function SideFields({
  side,
  prefix,
  faults,
  onChange,
}: {
  side: SpecSide;
  /** The side's own field, for its faults. */
  prefix: string;
  faults: ReadonlyMap<string, string>;
  onChange: (change: Partial<SpecSide>) => void;
}) {
  const fault = (key: string) => faults.get(`${prefix}.${key}`);
  const size = (change: Partial<Pick<SpecSide, 'widthIn' | 'heightIn' | 'dpi'>>) => {
    const next = { ...side, ...change };
    onChange({
      ...change,
      widthPx: Math.round(next.widthIn * next.dpi),
      heightPx: Math.round(next.heightIn * next.dpi),
    });
  };
  const margin = (key: keyof Margins) => (
    <FigureField
      label={say('safe', { key })}
      value={side.safeIn[key]}
      fault={fault(`safeIn.${key}`)}
      step="0.05"
      onChange={(v) => onChange({ safeIn: { ...side.safeIn, [key]: v } })}
    />
  );
  const zones = side.zones ?? [];
  const setZone = (i: number, change: Partial<Zone>) =>
    onChange({ zones: zones.map((z, j) => (j === i ? { ...z, ...change } : z)) });
  return (
    <section aria-label={say('side', { name: side.name })} className="mb-5">
      <h2 className="heading mb-2">{say('thisSide')}</h2>
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label={say('name')}
          value={side.name}
          fault={fault('name')}
          onChange={(name) => onChange({ name })}
        />
        <FigureField
          label={say('dpi')}
          value={side.dpi}
          fault={fault('dpi')}
          step="1"
          onChange={(dpi) => size({ dpi })}
        />
        <FigureField
          label={say('widthIn')}
          value={side.widthIn}
          fault={fault('widthIn')}
          step="0.05"
          onChange={(widthIn) => size({ widthIn })}
        />
        <FigureField
          label={say('heightIn')}
          value={side.heightIn}
          fault={fault('heightIn')}
          step="0.05"
          onChange={(heightIn) => size({ heightIn })}
        />
        <FigureField
          label={say('widthPx')}
          value={side.widthPx}
          fault={fault('widthPx')}
          step="1"
          onChange={(widthPx) => onChange({ widthPx, widthIn: round3(widthPx / side.dpi) })}
        />
        <FigureField
          label={say('heightPx')}
          value={side.heightPx}
          fault={fault('heightPx')}
          step="1"
          onChange={(heightPx) => onChange({ heightPx, heightIn: round3(heightPx / side.dpi) })}
        />
        {margin('left')}
        {margin('right')}
        {margin('top')}
        {margin('bottom')}
        <ShapeFields
          label={say('safeAreaIsA')}
          shape={side.safeShape}
          side={side}
          fault={fault('safeShape.path') ?? fault('safeShape.radiusIn')}
          onChange={(safeShape) => onChange({ safeShape })}
        />
        <ShapeFields
          label={say('theProductIsA')}
          shape={side.shape}
          side={side}
          fault={fault('shape.path') ?? fault('shape.radiusIn')}
          onChange={(shape) => onChange({ shape })}
        />
        <FigureField
          label={say('bleedIn')}
          value={side.bleedIn ?? 0}
          fault={fault('bleedIn')}
          step="0.025"
          onChange={(v) => onChange({ bleedIn: v === 0 ? undefined : v })}
        />
        <FigureField
          label={say('roundDiameterIn')}
          value={side.curve?.diameterIn ?? 0}
          fault={fault('curve.diameterIn')}
          step="0.05"
          onChange={(v) => onChange({ curve: v === 0 ? undefined : { diameterIn: v } })}
        />
        <FigureField
          label={say('belowTheCollarIn')}
          value={side.collarIn ?? 0}
          fault={fault('collarIn')}
          step="0.25"
          onChange={(v) => onChange({ collarIn: v === 0 ? undefined : v })}
        />
      </div>
      <label className="mt-2 flex items-center gap-1.5 text-[12.5px]">
        <input
          type="checkbox"
          checked={side.pixels !== undefined}
          onChange={(e) =>
            onChange({
              pixels: e.target.checked
                ? {
                    leastWidth: side.widthPx,
                    leastHeight: side.heightPx,
                    mostWidth: side.widthPx,
                    mostHeight: side.heightPx,
                  }
                : undefined,
            })
          }
        />
        {say('otherSizesAreTakenToo')}
      </label>
      {side.pixels && (
        <div className="mt-1 grid grid-cols-2 gap-2">
          {(['leastWidth', 'leastHeight', 'mostWidth', 'mostHeight'] as const).map((key) => (
            <FigureField
              key={key}
              label={
                {
                  leastWidth: say('leastWidthPx'),
                  leastHeight: say('leastHeightPx'),
                  mostWidth: say('mostWidthPx'),
                  mostHeight: say('mostHeightPx'),
                }[key]
              }
              value={side.pixels![key]}
              fault={fault(`pixels.${key}`)}
              step="1"
              onChange={(v) => onChange({ pixels: { ...side.pixels!, [key]: v } })}
            />
          ))}
        </div>
      )}
      <h3 className="mt-3 mb-1 text-[12.5px] font-medium">{say('keepClear2')}</h3>
      {zones.map((zone, i) => (
        <div key={i} className="mb-2 rounded-md border border-line p-2">
          <div className="grid grid-cols-[1fr_1fr_28px] items-end gap-2">
            <TextField label={say('name')} value={zone.name} onChange={(name) => setZone(i, { name })} />
            <SelectField
              label={say('kind')}
              value={zone.kind}
              onChange={(e) => setZone(i, { kind: e.target.value as Zone['kind'] })}
            >
              {ZONE_KINDS.map((k) => (
                <option key={k}>{k}</option>
              ))}
            </SelectField>
            <IconButton
              label={say('remove', { name: zone.name || zone.kind })}
              onClick={() => onChange({ zones: zones.filter((_, j) => j !== i) })}
            >
              <Trash2 size={14} />
            </IconButton>
          </div>
          <div className="mt-1 grid grid-cols-4 gap-2">
            {(['leftIn', 'topIn', 'widthIn', 'heightIn'] as const).map((key) => (
              <FigureField
                key={key}
                label={
                  { leftIn: say('left'), topIn: say('top'), widthIn: say('width'), heightIn: say('height') }[
                    key
                  ]
                }
                value={zone[key]}
                fault={fault(`zones[${i}].${key}`) ?? (key === 'leftIn' ? fault(`zones[${i}]`) : undefined)}
                step="0.05"
                onChange={(v) => setZone(i, { [key]: v })}
              />
            ))}
          </div>
          <label className="mt-1 flex items-center gap-1.5 text-[12.5px]">
            <input
              type="checkbox"
              checked={zone.round ?? false}
              onChange={(e) => setZone(i, { round: e.target.checked || undefined })}
            />
            {say('round')}
          </label>
        </div>
      ))}
      <Button
        onClick={() =>
          onChange({
            zones: [
              ...zones,
              {
                kind: 'seam',
                name: say('seam'),
                leftIn: 0,
                topIn: round3(side.heightIn / 2),
                widthIn: side.widthIn,
                heightIn: 0.25,
              },
            ],
          })
        }
      >
        {say('addAPlaceToKeep')}
      </Button>
    </section>
  );
}
