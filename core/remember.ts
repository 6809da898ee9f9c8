/**
 * Remembers something under a key, and forgets what has been there longest where there is too much: what strangers can ask
 * for in a thousand spellings is not kept without bound.
 */
export function remember<Key, Value>(known: Map<Key, Value>, key: Key, value: Value, most: number): void {
  if (known.size >= most && !known.has(key)) known.delete(known.keys().next().value!);
  known.set(key, value);
}
