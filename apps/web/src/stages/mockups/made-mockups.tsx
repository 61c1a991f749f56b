import { Download, RefreshCw } from 'lucide-react';
import type { Garment } from '@brelm/core/colour';
import type { Scene } from '@brelm/core/mockup';
import type { FileRequest, MadeMockup } from '@brelm/contract';
import { Button, SeverityMark } from '../../ui';
import { apiAt } from '../../platform/address';
import { say } from '../../words/mockups';

/** The pictures that were made of a design, and which of them show it as it was before. */
export function MadeMockups({
  made,
  scenes,
  garments,
  busy,
  onAgain,
}: {
  made: readonly MadeMockup[];
  scenes: readonly Scene[];
  garments: readonly Garment[];
  busy: boolean;
  onAgain: (files: FileRequest[]) => void;
}) {
  // One of a scene that is gone cannot be made anew.
  const behind = made.filter((m) => m.behind && scenes.some((s) => s.id === m.file.mockup!.scene));
  const again = () =>
    onAgain(
      behind.map(({ file }) => ({
        ...{ designId: file.designId, spec: file.spec, side: file.sideId, colourway: file.colourway },
        apart: file.apart,
        mockup: file.mockup!,
      })),
    );
  return (
    <section aria-label={say('picturesMade')} className="flex flex-col gap-1.5">
      <h2 className="heading">{say('made')}</h2>
      {made.length === 0 && <p className="text-[13px] text-muted">{say('noPictureHasBeenMade')}</p>}
      {behind.length > 0 && (
        <div className="flex items-center gap-2 text-[13px]">
          <SeverityMark severity="watch" size={13} />
          <span className="min-w-0 flex-1">
            {say('theDesignAsItWas', {
              isAll: behind.length === made.length,
              behind: behind.length,
              made: made.length,
            })}
          </span>
          <Button className="!h-7 !px-2" disabled={busy} onClick={again}>
            <RefreshCw size={13} aria-hidden />
            {say('makeAnew')}
          </Button>
        </div>
      )}
      <ul className="flex flex-col">
        {made.map(({ file, behind: late }) => {
          const scene = scenes.find((s) => s.id === file.mockup!.scene)?.name ?? file.mockup!.scene;
          const { tiles, garment } = file.mockup!;
          const colour = tiles
            ? say('besideOneAnother', { tiles: tiles.length })
            : garments.find((g) => g.id === garment)?.name;
          const name = [scene, colour, file.mockup!.crop === 'whole' ? null : file.mockup!.crop]
            .filter(Boolean)
            .join(', ');
          return (
            <li
              key={file.id}
              className="flex items-center gap-2 border-t border-line py-1 text-[13px] first:border-0"
            >
              {late && <SeverityMark severity="watch" size={12} />}
              <span className={`min-w-0 flex-1 truncate ${late ? 'text-muted' : ''}`} title={name}>
                {name}
                {late && <span className="sr-only"> {say('asTheDesignWasBefore')}</span>}
              </span>
              <a
                href={apiAt(`runs/files/${file.id}`)}
                download
                aria-label={say('download', { name })}
                className="rounded-md p-1 text-muted hover:bg-line hover:text-ink"
              >
                <Download size={14} aria-hidden />
              </a>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
