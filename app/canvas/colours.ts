/** The colours of the style sheet, for what is drawn on canvas, some of it in a worker, where no style sheet is. */
export const COLOURS = {
  lamp: '#f4b55f',
  tide: '#7fb2d9',
  rust: '#e0836c',
  weed: '#8fbf9a',
  mauve: '#bda3e3',
  bone: '#ece4d4',
  bone2: '#b3b4ab',
  bone3: '#84908f',
  rule: '#2c3b45',
  ink0: '#0c1114',
  ink1: '#12191d',
  ink3: '#22303a',
  row: '#1c272d',
  square: '#172127',
  floor: '#11191e',
  floorEdge: '#1f2b32',
  prop: '#1a2329',
  propEdge: '#66716f',
  zone: '#9aa09a',
  tick: '#1a242a',
  chosen: '#1d2a33',
}

/** The three bytes of a colour "#rrggbb". */
export function bytesOf(colour: string): [number, number, number] {
  const n = parseInt(colour.slice(1), 16)
  return [n >> 16, (n >> 8) & 255, n & 255]
}

/** A colour of which so much is seen, 0 to 1. */
export const faint = (colour: string, share: number): string =>
  colour +
  Math.round(share * 255)
    .toString(16)
    .padStart(2, '0')
