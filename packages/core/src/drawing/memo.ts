/** A cache by text key that forgets the entries longest unused once it holds `limit`. */
export function memoByKey<T>(limit: number): (key: string, make: () => T) => T {
  const entries = new Map<string, T>();
  return (key, make) => {
    let value = entries.get(key);
    if (value === undefined) {
      value = make();
      if (entries.size >= limit) entries.delete(entries.keys().next().value!);
    } else entries.delete(key);
    entries.set(key, value);
    return value;
  };
}
