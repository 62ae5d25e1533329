import { prepare, walksOf } from '../../core/engine'
import { parseShow, writeShow, type Show, type Walk } from '../../core/show'
import { demoShow, type KeptSound } from '../../demo/demo-show'

/** How many sounds of each name the demo has. */
const SEVERAL = { 'rope-creak': 3, gull: 3, drip: 4, chain: 2, knock: 3 }
const SINGLE = [
  'wind-and-sea',
  'loft-wind',
  'hall-swell',
  'kiln-breath',
  'vault',
  'rack-falls',
  'horn',
  'low-swell',
  'gate',
  'lantern',
  'page',
  'kiln-roar',
  'salt',
  'winch',
  'buoy',
]
const sounds = [
  ...Object.entries(SEVERAL).flatMap(([id, many]) => Array.from({ length: many }, (_, i) => `${id}-${i + 1}`)),
  ...SINGLE,
]

/** The demo, without rendering its sounds; ready to be run. */
export const demo: Show = demoShow(
  new Map(sounds.map((id): [string, KeptSound] => [id, { name: id, hash: '0'.repeat(64), seconds: 3 }])),
)
await prepare(demo)
export const WALKS = ['curious', 'gull']
export const walks: Walk[] = walksOf(demo, WALKS)

/** The same show with nothing of it worked out. */
export const fresh = (): Show => parseShow(writeShow(demo))
