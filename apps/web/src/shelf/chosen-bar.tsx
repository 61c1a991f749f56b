import { Archive, ArchiveRestore, Download, FileDown, Send, Trash2, X } from 'lucide-react';
import { Button, IconButton } from '../ui';
import { say } from '../words/shelfDialogs';

/** What can be done with the designs that are chosen; it stands over the list while there are any. */
export function ChosenBar({
  count,
  hidden,
  most,
  archived,
  onMake,
  onSend,
  onGiveOut,
  onMove,
  onDelete,
  onClear,
}: {
  count: number;
  /** How many of them the search does not show. */
  hidden: number;
  /** How many can be made, sent or given out together. */
  most: number;
  archived: boolean;
  onMake: () => void;
  onSend: () => void;
  onGiveOut: () => void;
  onMove: () => void;
  onDelete: () => void;
  onClear: () => void;
}) {
  return (
    <div
      role="toolbar"
      aria-label={say('chosenDesigns')}
      className="mb-3 flex flex-wrap items-center gap-2 rounded-md border border-edge bg-card py-1.5 pr-2 pl-3"
    >
      <p className="mr-auto text-[13.5px]" role="status">
        {say.rich('chosen2', {
          count,
          b: (words) => <span className="font-semibold tabular-nums">{words}</span>,
        })}
        {count > most && <span>{say('theFirstAreMadeSent', { most })}</span>}
        {hidden > 0 && <span className="text-muted">{say('ofThemNotAmongThose', { hidden })}</span>}
      </p>
      {!archived && (
        <Button onClick={onMake}>
          <Download size={15} aria-hidden /> {say('makeFilesOfIt', { count })}
        </Button>
      )}
      {!archived && (
        <Button onClick={onSend} title={say('toTheMarketplacesThatYou')}>
          <Send size={15} aria-hidden /> {say('sendListings')}
        </Button>
      )}
      <Button onClick={onGiveOut} title={say('asAFileThatBrelm')}>
        <FileDown size={15} aria-hidden /> {say('giveOut')}
      </Button>
      <Button onClick={onMove}>
        {archived ? <ArchiveRestore size={15} aria-hidden /> : <Archive size={15} aria-hidden />}
        {archived ? say('putBack2') : say('archive2')}
      </Button>
      {archived && (
        <Button tone="danger" onClick={onDelete}>
          <Trash2 size={15} aria-hidden /> {say('deleteForGood')}
        </Button>
      )}
      <IconButton label={say('chooseNone')} onClick={onClear}>
        <X size={16} />
      </IconButton>
    </div>
  );
}
