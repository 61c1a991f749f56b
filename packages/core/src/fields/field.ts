import type { Checked } from './checked';

/** What a field may point at within its document. */
export type RefTo = 'ink' | 'material' | 'bundle';
/** What may also be pointed at while it is not there: what points at it then does without. */
export type LinkTo = RefTo | 'part';

/** What the references of a document may point at, by id. */
export type Known = Readonly<Record<RefTo, ReadonlyMap<string, unknown>>>;

/** What holds between the fields of a record: notes its faults at `at`. */
export type Rule<T> = (value: T, at: Checked, known: Known) => void;

/**
 * A field of a document as data. `readField` reads it, `schemaOf` says it as JSON Schema, `visitField` and `mapField`
 * walk over a value by it: which inks are used, what is scaled with the artwork.
 */
export type FieldData =
  | {
      is: 'number';
      min: number;
      max: number;
      whole: boolean;
      /** A value, or one that follows from the fields before it in its record. */
      fallback?: number | ((before: Readonly<Record<string, unknown>>) => number);
      /** Counts board px: it grows and shrinks with the artwork. */
      board: boolean;
      not0: boolean;
    }
  | {
      is: 'text';
      max: number;
      fallback?: string;
      pattern?: RegExp;
      says?: string;
      check?: (text: string) => void;
      examples?: readonly string[];
    }
  | { is: 'flag'; fallback: boolean }
  | { is: 'choice'; of: readonly string[]; fallback?: string }
  | { is: 'id' }
  | { is: 'colour' }
  /** `notNull`: what is said where null would be. */
  | { is: 'ref'; to: RefTo; notNull?: string }
  | { is: 'link'; to: LinkTo }
  | { is: 'list'; of: Field; most: number; optional: boolean; least?: { n: number; says: string } }
  | { is: 'tuple'; of: readonly Field[]; says?: string }
  | {
      is: 'record';
      name?: string;
      fields: Readonly<Record<string, Field>>;
      rule?: Rule<never>;
      also?: object;
      whenMissing?: unknown;
    }
  /** `required`: it must be there, even if it is null. */
  | { is: 'nullable'; of: Field; required: boolean }
  /** Left out of the record when it is missing. */
  | { is: 'given'; of: Field; empty: boolean }
  /** Values by name. */
  | { is: 'table'; keys: 'any' | 'ink' | { pattern: RegExp; says: string }; of: Field }
  /** A record whose field `by` says which fields it has. */
  | {
      is: 'kinds';
      by: string;
      name?: string;
      of: Readonly<Record<string, Readonly<Record<string, Field>>>>;
      /** Before the fields of each kind. */
      shared: Readonly<Record<string, Field>>;
      rules: Readonly<Record<string, { rule?: Rule<never>; also?: object }>>;
      fallback?: string;
    }
  /** A field that follows from the value of another one, read before it. */
  | { is: 'chosen'; by: string; of: Readonly<Record<string, Field>> };

declare const VALUE: unique symbol;
/** A field whose value is a `T`. */
export type Field<T = unknown> = FieldData & { readonly [VALUE]?: T };

/** A field that may be left out. */
export type Given<T> = Field<T> & { is: 'given' };

/** A field for each property of `T`; a property that may be left out needs a field that may, too. */
export type FieldsOf<T> = {
  readonly [K in keyof T]-?: object extends Pick<T, K> ? Given<Exclude<T[K], undefined>> : Field<T[K]>;
};

export const COORDINATE = 1e7;

interface NumberOptions {
  min?: number;
  max?: number;
  fallback?: number | ((before: Readonly<Record<string, unknown>>) => number);
  whole?: boolean;
  board?: boolean;
  not0?: boolean;
}
export const number = ({
  min = -COORDINATE,
  max = COORDINATE,
  whole = false,
  board = false,
  not0 = false,
  ...rest
}: NumberOptions = {}): Field<number> => ({ is: 'number', min, max, whole, board, not0, ...rest });

/** A length in board px: it is scaled with the artwork. */
export const boardPx = (min: number, max: number, fallback?: number): Field<number> =>
  number({ min, max, board: true, ...(fallback === undefined ? {} : { fallback }) });

/** From 0 to 1. */
export const share = (fallback?: number): Field<number> =>
  number({ min: 0, max: 1, ...(fallback === undefined ? {} : { fallback }) });

interface TextOptions {
  max?: number;
  fallback?: string;
  pattern?: RegExp;
  /** What is said where the pattern does not hold. */
  says?: string;
  /** Throws an error that says what is wrong. */
  check?: (text: string) => void;
  /** Texts that are right, for one whose pattern is not easily made. */
  examples?: readonly string[];
}
export const text = ({ max = 2000, ...rest }: TextOptions = {}): Field<string> => ({
  is: 'text',
  max,
  ...rest,
});

export const flag = (fallback = false): Field<boolean> => ({ is: 'flag', fallback });

export const choice = <const T extends string>(of: readonly T[], fallback?: NoInfer<T>): Field<T> => ({
  is: 'choice',
  of,
  ...(fallback === undefined ? {} : { fallback }),
});

export const id = (): Field<string> => ({ is: 'id' });
export const colour = (): Field<string> => ({ is: 'colour' });

/** The id of something that the document has. */
export const ref = (to: RefTo, notNull?: string): Field<string> => ({
  is: 'ref',
  to,
  ...(notNull ? { notNull } : {}),
});

/** The id of something of the design that may be gone. */
export const link = (to: LinkTo): Field<string> => ({ is: 'link', to });

interface ListOptions {
  most?: number;
  /** Empty when it is missing. */
  optional?: boolean;
  least?: { n: number; says: string };
}
export const list = <T>(
  of: Field<T>,
  { most = 5000, optional = false, least }: ListOptions = {},
): Field<T[]> => ({
  is: 'list',
  of,
  most,
  optional,
  ...(least ? { least } : {}),
});

/** A list of so many entries; `says` is what is wrong with one of another length. */
export const tuple = <T extends readonly unknown[]>(
  of: { readonly [K in keyof T]: Field<T[K]> },
  says?: string,
): Field<T> => ({ is: 'tuple', of: of as readonly Field[], ...(says ? { says } : {}) });

interface RecordOptions<T> {
  /** Its name in the schema, for one that stands in several places. */
  name?: string;
  rule?: Rule<T>;
  /** What the rule says, for the schema, as far as that can say it. */
  also?: object;
  whenMissing?: T;
}
export const record = <T extends object>(fields: FieldsOf<T>, options: RecordOptions<T> = {}): Field<T> =>
  ({ is: 'record', fields, ...options }) as unknown as Field<T>;

/** Null where it is missing or null; with `required` it may not be missing. */
export const nullable = <T>(of: Field<T>, { required = false } = {}): Field<T | null> => ({
  is: 'nullable',
  of,
  required,
});

/** Left out when it is missing; with `empty` also when it has nothing in it. */
export const given = <T>(of: Field<T>, { empty = true } = {}): Given<T> =>
  ({ is: 'given', of, empty }) as Given<T>;

/** What a text is that names a file by its bytes. */
export const SHA256 = { max: 64, pattern: /^[0-9a-f]{64}$/, says: 'must be 64 hexadecimal digits' };

export const table = <T>(
  of: Field<T>,
  keys: 'any' | 'ink' | { pattern: RegExp; says: string } = 'any',
): Field<Record<string, T>> => ({ is: 'table', keys, of });

type Kinded<By extends string> = Readonly<Record<By, string>>;
/** The fields that each kind has of its own. */
export type KindFields<T extends Kinded<By>, By extends string, Shared = unknown> = {
  readonly [K in T[By]]: FieldsOf<Omit<Extract<T, Readonly<Record<By, K>>>, By | keyof Shared>>;
};
interface KindsOptions<By extends string, Shared> {
  by?: By;
  name?: string;
  shared?: FieldsOf<Shared>;
  rules?: Readonly<Record<string, { rule?: Rule<never>; also?: object }>>;
  fallback?: string;
}
export const kinds = <T extends Kinded<By>, By extends string = 'kind', Shared extends object = object>(
  of: KindFields<T, By, Shared>,
  { by = 'kind' as By, shared = {} as FieldsOf<Shared>, rules = {}, ...rest }: KindsOptions<By, Shared> = {},
): Field<T> => ({ is: 'kinds', by, of, shared, rules, ...rest }) as unknown as Field<T>;

export const chosen = <T>(by: string, of: Readonly<Record<string, Field<T>>>): Field<T> => ({
  is: 'chosen',
  by,
  of,
});
