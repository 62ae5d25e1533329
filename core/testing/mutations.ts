/** All places in a document. */
export function places(value: unknown, keys: string[] = [], found: string[][] = []): string[][] {
  found.push(keys)
  if (typeof value === 'object' && value !== null)
    for (const [key, item] of Object.entries(value)) places(item, [...keys, key], found)
  return found
}

/** Values that stand in some places and break others. */
export const VALUES = [
  ...[null, 'x', -3, 1e308, 0.5, [], {}, true, '', 'cue-0', 'a'.repeat(41), '#aabbcc', [0, 0, 0], [[0, 0], [1, 1], [2, 0]]], // prettier-ignore
  { id: 'new', name: 'New', shape: { kind: 'sphere', at: [0, 0, 0], radius: 1 } },
  { id: 'zone-0', name: 'Twice', shape: { kind: 'sphere', at: [0, 0, 0], radius: 1 } },
  { id: 'new', kind: 'bed', sound: 'a' },
  { id: 'new', name: 'New', steps: [] },
  { at: [1, 0, 0] },
  { kinds: [], tags: [] },
  { at: 'head' },
  'a\0b',
  'half \ud800',
]
