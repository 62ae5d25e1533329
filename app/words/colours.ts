/** Colours that have a name that everybody takes for exactly this. */
const PLAIN: { [colour: string]: string } = { '#000000': 'black', '#ffffff': 'white' }
export const plainName = (colour: string): string | undefined => PLAIN[colour.toLowerCase()]

/** Colours that are wanted again and again, by the words in which they are asked for. */
export const WANTED: readonly { name: string; colour: string }[] = [
  { name: 'red', colour: '#e02a1e' },
  { name: 'amber', colour: '#ffab3d' },
  { name: 'green', colour: '#3fae5a' },
  { name: 'blue', colour: '#3f6fe0' },
  { name: 'violet', colour: '#8a4fd6' },
  { name: 'white', colour: '#ffffff' },
  { name: 'black', colour: '#000000' },
]

const HUES = ['red', 'orange', 'yellow', 'green', 'green', 'green', 'blue-green', 'blue', 'blue', 'violet', 'violet', 'pink'] // prettier-ignore
/** A colour (#rrggbb) as one would call it to somebody who doesn't see it: dark blue, pale orange, grey; undefined where it is none. */
export function colourWords(colour: string): string | undefined {
  const plain = plainName(colour)
  if (plain) return plain
  const parts = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i.exec(colour)
  if (!parts) return undefined
  const [r = 0, g = 0, b = 0] = parts.slice(1).map((part) => parseInt(part, 16) / 255)
  const [most, least] = [Math.max(r, g, b), Math.min(r, g, b)]
  const light = (most + least) / 2
  const spread = most - least
  const shade = light < 0.3 ? 'dark ' : light > 0.75 ? 'pale ' : ''
  if (spread < 0.08) return `${shade}grey`
  const sixth = most === r ? ((g - b) / spread + 6) % 6 : most === g ? (b - r) / spread + 2 : (r - g) / spread + 4
  return `${shade}${HUES[Math.round(sixth * 2) % 12]!}`
}
