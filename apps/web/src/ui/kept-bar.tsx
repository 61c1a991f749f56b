import { Redo2, Undo2 } from 'lucide-react';
import { IconButton } from './button';
import { leaveField } from './fields';
import { say } from '../words/ui';

/** The name of a document that is open: taken over when its field is left, never empty. */
export function NameField({
  label,
  name,
  most = 300,
  className,
  onName,
}: {
  label: string;
  name: string;
  most?: number;
  className?: string;
  onName: (name: string) => void;
}) {
  return (
    <input
      key={name}
      aria-label={label}
      className={`field ${className ?? ''}`}
      maxLength={most}
      defaultValue={name}
      onKeyDown={(e) => leaveField(e, name)}
      onBlur={(e) => {
        const said = e.target.value.trim();
        if (said && said !== name) onName(said);
        else e.target.value = name;
      }}
    />
  );
}

/** Takes steps of a document back, and again. */
export function UndoRedo({
  open,
}: {
  open: { canUndo: boolean; canRedo: boolean; undo: () => void; redo: () => void };
}) {
  return (
    <>
      <IconButton label={say('undo')} keys="Ctrl Z" disabled={!open.canUndo} onClick={open.undo}>
        <Undo2 size={16} aria-hidden />
      </IconButton>
      <IconButton label={say('redo')} keys="Ctrl Y" disabled={!open.canRedo} onClick={open.redo}>
        <Redo2 size={16} aria-hidden />
      </IconButton>
    </>
  );
}
