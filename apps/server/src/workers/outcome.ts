import { DocumentError, type FieldFault } from '@brelm/core/fields';
import { FigureError } from '@brelm/core/figure';
import { FontError, PictureError, UploadError, WriteError } from '@brelm/engine';

/** An error as plain data, since its class does not survive the way between processes. */
export interface Fault {
  name: string;
  message: string;
  code?: string;
  field?: string;
  faults?: readonly FieldFault[];
}
export type Outcome<T> = { value: T } | { fault: Fault };

/** A task whose errors come back as plain data. */
export const told =
  <A, T>(task: (argument: A) => T | Promise<T>) =>
  async (argument: A): Promise<Outcome<T>> => {
    try {
      return { value: await task(argument) };
    } catch (error) {
      const { name, message, code, field, faults } = error as Error & Omit<Fault, 'name' | 'message'>;
      return { fault: { name, message, code, field, faults } };
    }
  };

/** The error that a fault was, of its class again. */
export function revive({ name, message, code, field, faults }: Fault): Error {
  if (name === 'UploadError') return new UploadError(message);
  if (name === 'FigureError') return new FigureError(message);
  if (name === 'FontError') return new FontError(message);
  if (name === 'PictureError') return new PictureError(message, field);
  if (name === 'WriteError') return new WriteError(message, code);
  // Faults of a spec file say their line, too; the class is told by its name alone.
  if (faults) return Object.assign(new DocumentError(faults), { message });
  return new Error(message);
}
