/**
 * All that the interface says, by room and key, in ICU MessageFormat: `english/` is what it says, `german/` the same in German.
 * A component says `say('key', { values })` of its room. The catalogues are plain data; the build parses them, so that no
 * parser is loaded in the browser.
 */
import { createElement, Fragment, type ReactNode } from 'react';
import { IntlMessageFormat } from 'intl-messageformat';
import { givenWords, region } from './language';

/** As it is written, or as the build has parsed it. */
export type Message = string | Exclude<ConstructorParameters<typeof IntlMessageFormat>[0], string>;

type Value = string | number | boolean | null | undefined;
/** What a tag of a message becomes: `<b>words</b>`. */
type Tag = (words: ReactNode) => ReactNode;

export interface Say<K extends string> {
  /** A sentence in the chosen language. Throws where a value that it names is not given. */
  (key: K, values?: Readonly<Record<string, Value>>): string;
  /** One with tags in it. */
  rich: (key: K, values: Readonly<Record<string, Value | Tag>>) => ReactNode;
}

/** Says what a room has to say. What the chosen language lacks is said in English. */
export function wordsOf<K extends string>(room: string, english: Readonly<Record<K, Message>>): Say<K> {
  const formats = new Map<K, IntlMessageFormat>();
  const messageOf = (key: K): Message => (givenWords(room)?.[key] as Message | undefined) ?? english[key];
  const formatOf = (key: K): IntlMessageFormat => {
    let format = formats.get(key);
    if (!format) formats.set(key, (format = new IntlMessageFormat(messageOf(key), region())));
    return format;
  };
  const say = (key: K, values?: Readonly<Record<string, Value>>): string => {
    // Nearly all is said as it stands.
    if (!values) {
      const message = messageOf(key);
      if (typeof message === 'string' && !/['{<]/.test(message)) return message;
    }
    return formatOf(key).format(values) as string;
  };
  const rich = (key: K, values: Readonly<Record<string, Value | Tag>>): ReactNode => {
    const parts = formatOf(key).format<ReactNode>(values as Record<string, ReactNode>);
    return createElement(Fragment, null, ...(Array.isArray(parts) ? parts : [parts]));
  };
  return Object.assign(say, { rich });
}
