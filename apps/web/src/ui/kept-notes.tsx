import { Button } from './button';
import { say } from '../words/ui';

/** How far saving is, in a few words. */
export const KEPT_WORDS = {
  saved: say('saved'),
  saving: say('saving'),
  unsaved: say('notSavedYet'),
  refused: say('notSaved'),
  conflict: say('changedElsewhere'),
} as const;

/** What has to be said of a document that cannot be saved as it is: it is refused, or was changed elsewhere. */
export function KeptNotes({
  noun,
  refused,
  conflict,
  onKeepMine,
  onTakeOther,
}: {
  noun: string;
  /** Why it is refused; null where it is not. */
  refused: string | null;
  conflict: boolean;
  onKeepMine: () => void;
  onTakeOther: () => void;
}) {
  return (
    <>
      {refused && (
        <p role="alert" className="border-b border-rust bg-card px-4 py-2">
          {say('thisCannotBeSavedIt', { refused })}
        </p>
      )}
      {conflict && (
        <div
          role="alert"
          className="flex flex-wrap items-center gap-3 border-b border-rust bg-card px-4 py-2"
        >
          <p className="mr-auto">{say('thisWasChangedElsewhereYours', { noun })}</p>
          <Button onClick={onKeepMine}>{say('keepMineAsOfIts', { noun })}</Button>
          <Button onClick={onTakeOther}>{say('takeTheOther')}</Button>
        </div>
      )}
    </>
  );
}
