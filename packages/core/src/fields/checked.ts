/** What is wrong with one field of a document. */
export interface FieldFault {
  /** Path of the field, e.g. `parts[3].place.x`; empty for the document itself. */
  field: string;
  message: string;
}

/** A document that cannot be used: every fault by its field. */
export class DocumentError extends Error {
  constructor(readonly faults: readonly FieldFault[]) {
    super(faults.map((f) => (f.field ? `${f.field}: ${f.message}` : f.message)).join('\n'));
    this.name = 'DocumentError';
  }
}

/** A value in a document together with its path; each reader notes a fault and goes on. */
export class Checked {
  constructor(
    readonly value: unknown,
    readonly field: string,
    private readonly faults: FieldFault[],
  ) {}

  static read<T>(document: unknown, read: (root: Checked) => T): T {
    const faults: FieldFault[] = [];
    const result = read(new Checked(document, '', faults));
    if (faults.length) throw new DocumentError(faults);
    return result;
  }

  fault(message: string): void {
    if (this.faults.length < 50) this.faults.push({ field: this.field, message });
  }

  private get isObject(): boolean {
    return typeof this.value === 'object' && this.value !== null && !Array.isArray(this.value);
  }

  get missing(): boolean {
    return this.value === undefined;
  }

  /** The same object with values for fields that it lacks; what is no object stays as it is. */
  with(fallbacks: Readonly<Record<string, unknown>>): Checked {
    if (!this.isObject) return this;
    return new Checked({ ...fallbacks, ...(this.value as object) }, this.field, this.faults);
  }

  /** The same object without some of its fields; what is no object stays as it is. */
  without(keys: readonly string[]): Checked {
    if (!this.isObject) return this;
    const left = Object.entries(this.value as object).filter(([key]) => !keys.includes(key));
    return new Checked(Object.fromEntries(left), this.field, this.faults);
  }

  at(key: string | number): Checked {
    const child =
      typeof this.value === 'object' && this.value !== null
        ? (this.value as Record<string | number, unknown>)[key]
        : undefined;
    const field =
      typeof key === 'number' ? `${this.field}[${key}]` : this.field ? `${this.field}.${key}` : key;
    return new Checked(child, field, this.faults);
  }

  /** Notes a fault unless this is an object with no other fields than `known`. */
  object(known: readonly string[]): this {
    if (!this.isObject) this.fault(this.missing ? 'is missing' : 'must be an object');
    else
      for (const key of Object.keys(this.value as object))
        if (!known.includes(key)) this.at(key).fault('is not a field of this format');
    return this;
  }

  string({ fallback, max = 2000 }: { fallback?: string; max?: number } = {}): string {
    if (this.missing && fallback !== undefined) return fallback;
    if (typeof this.value !== 'string') this.fault(this.missing ? 'is missing' : 'must be text');
    else if (this.value.length > max) this.fault(`must be at most ${max} characters`);
    else return this.value;
    return '';
  }

  /** A short identifier. */
  id(): string {
    const text = this.string({ max: 120 });
    if (typeof this.value === 'string' && !/^[A-Za-z0-9][A-Za-z0-9._/-]*$/.test(text))
      this.fault('must be an identifier: letters, digits, . _ / and -');
    return text;
  }

  number({
    min = -1e7,
    max = 1e7,
    fallback,
    whole = false,
  }: { min?: number; max?: number; fallback?: number; whole?: boolean } = {}): number {
    if (this.missing && fallback !== undefined) return fallback;
    const v = this.value;
    if (typeof v !== 'number' || !Number.isFinite(v))
      this.fault(this.missing ? 'is missing' : 'must be a number');
    else if (whole && !Number.isInteger(v)) this.fault('must be a whole number');
    else if (v < min || v > max) this.fault(`must be from ${min} to ${max}`);
    else return v;
    return fallback ?? Math.max(min, Math.min(max, 0));
  }

  boolean(fallback: boolean): boolean {
    if (this.missing) return fallback;
    if (typeof this.value !== 'boolean') this.fault('must be true or false');
    return this.value === true;
  }

  oneOf<T extends string>(choices: readonly T[], fallback?: T): T {
    if (this.missing && fallback !== undefined) return fallback;
    if (!choices.includes(this.value as T))
      this.fault(this.missing ? 'is missing' : `must be one of ${choices.join(', ')}`);
    return choices.includes(this.value as T) ? (this.value as T) : choices[0];
  }

  colour(): string {
    if (typeof this.value === 'string' && /^#[0-9a-f]{6}$/i.test(this.value)) return this.value.toLowerCase();
    this.fault(this.missing ? 'is missing' : 'must be a colour written as #rrggbb');
    return '#000000';
  }

  list<T>(
    read: (item: Checked, index: number) => T,
    { max = 5000, optional = false }: { max?: number; optional?: boolean } = {},
  ): T[] {
    if (this.missing && optional) return [];
    if (!Array.isArray(this.value)) {
      this.fault(this.missing ? 'is missing' : 'must be a list');
      return [];
    }
    if (this.value.length > max) {
      this.fault(`must have at most ${max} entries`);
      return [];
    }
    return this.value.map((_, i) => read(this.at(i), i));
  }

  /** Own keys of an object value, or nothing. */
  keys(): string[] {
    return this.isObject ? Object.keys(this.value as object) : [];
  }
}
