/** A moment, ISO 8601 in UTC. @format date-time */
export type Moment = string;

/** No content (204): it was done. */
export interface Nothing {
  readonly nothing: true;
}

/** An answer that is no JSON: bytes or text of this media type. */
export interface Media<Type extends string> {
  readonly media: Type;
}

/** A stream of server-sent events, each of which holds this. */
export interface Events<Told> {
  readonly events: Told;
}

/** Something that is kept with revisions: whoever changes it says which one they saw. */
export interface Kept<Document> {
  id: string;
  revision: number;
  updatedAt: Moment;
  document: Document;
}
