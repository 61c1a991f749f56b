import type { Design } from '@brelm/core/design';
import type { Editing } from '../editor/use-edit';
import { BrushBar, BrushLayer } from './brush-layer';
import { OutlineLayer } from './outline-layer';
import { aimedAt } from './step-target';
import type { Tools } from './tools';
import type { View } from './use-view';

/** What lies over the board while a step of a picture is painted in, or outlines are drawn for it. */
export function StepLayers({
  design,
  view,
  size,
  tools,
  edit,
}: {
  design: Design;
  view: View;
  size: { width: number; height: number };
  tools: Tools;
  edit: Editing;
}) {
  const aimed = aimedAt(design, tools.target);
  if (!aimed) return null;
  if (tools.tool === 'outline') return <OutlineLayer aimed={aimed} view={view} tools={tools} edit={edit} />;
  if (tools.tool !== 'brush') return null;
  return (
    <>
      <BrushLayer aimed={aimed} view={view} size={size} tools={tools} edit={edit} />
      <BrushBar aimed={aimed} dpi={design.board.dpi} tools={tools} edit={edit} />
    </>
  );
}
