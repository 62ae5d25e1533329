/** The value of a sum as people type it: 1.5*2, (3+1)/2, 0,8. Undefined if it is none. */
export function calculated(text: string): number | undefined {
  const tokens = text
    .replaceAll(',', '.')
    .replaceAll('−', '-')
    .match(/\d+\.?\d*|\.\d+|[-+*/()]|\S/g)
  if (!tokens) return undefined
  let at = 0
  const primary = (): number => {
    const token = tokens[at++]
    if (token === '-') return -primary()
    if (token === '+') return primary()
    if (token === '(') {
      const inner = sum()
      return tokens[at++] === ')' ? inner : NaN
    }
    return token !== undefined && /^[\d.]/.test(token) ? Number(token) : NaN
  }
  const product = (): number => {
    let value = primary()
    while (tokens[at] === '*' || tokens[at] === '/')
      value = tokens[at++] === '*' ? value * primary() : value / primary()
    return value
  }
  const sum = (): number => {
    let value = product()
    while (tokens[at] === '+' || tokens[at] === '-')
      value = tokens[at++] === '+' ? value + product() : value - product()
    return value
  }
  const value = sum()
  return at === tokens.length && Number.isFinite(value) ? value : undefined
}
