/** Those that have all of the words somewhere in theirs, in any order. */
export function withWords<T extends { words: string }>(choices: readonly T[], typed: string): T[] {
  const parts = typed.toLowerCase().split(/\s+/).filter(Boolean)
  return choices.filter(({ words }) => parts.every((part) => words.toLowerCase().includes(part)))
}
