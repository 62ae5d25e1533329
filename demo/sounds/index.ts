import wavefile from 'wavefile'
import {
  chain,
  gate,
  gull,
  horn,
  kilnRoar,
  knock,
  lantern,
  lowSwell,
  page,
  rackFalls,
  ropeCreak,
  salt,
  winch,
} from './things'
import { RATE, type Samples } from './tone'
import { buoy, drip, hallSwell, kilnBreath, loftWind, vault, windAndSea } from './weather'

export interface DemoSound {
  id: string
  name: string
  tags: string[]
  samples: Samples
}

const several = (
  n: number,
  id: string,
  name: string,
  tags: string[],
  voice: (seed: number) => Samples,
  seed: number,
): (() => DemoSound)[] =>
  Array.from({ length: n }, (_, i) => () => ({
    id: `${id}-${i + 1}`,
    name: `${name} ${i + 1}`,
    tags,
    samples: voice(seed + i),
  }))
const one =
  (id: string, name: string, tags: string[], voice: (seed: number) => Samples, seed: number) => (): DemoSound => ({
    id,
    name,
    tags,
    samples: voice(seed),
  })

const recipes: (() => DemoSound)[] = [
  one('wind-and-sea', 'Wind and sea', ['bed', 'outside'], windAndSea, 11),
  one('loft-wind', 'Wind through the slats', ['bed', 'loft'], loftWind, 12),
  one('hall-swell', 'The hall waits', ['bed', 'hall'], hallSwell, 13),
  one('kiln-breath', 'The kiln breathes', ['bed', 'kiln'], kilnBreath, 14),
  one('vault', 'Water in the vault', ['bed', 'undercroft'], vault, 15),
  ...several(3, 'rope-creak', 'Rope creak', ['rope'], ropeCreak, 21),
  ...several(3, 'gull', 'Gull far off', ['gull', 'outside'], gull, 31),
  ...several(4, 'drip', 'Drip', ['water', 'undercroft'], drip, 41),
  ...several(2, 'chain', 'Chain', ['iron'], (seed) => chain(seed), 51),
  ...several(3, 'knock', 'Wood knock', ['wood'], knock, 61),
  one('rack-falls', 'Rack comes down', ['wood', 'scare'], rackFalls, 71),
  one('horn', 'Harbour horn', ['outside'], horn, 72),
  one('low-swell', 'Low swell', ['scare'], lowSwell, 73),
  one('gate', 'Sea gate', ['iron'], gate, 74),
  one('lantern', 'Lantern lifted', ['iron'], lantern, 75),
  one('page', 'Pages', ['paper'], page, 76),
  one('kiln-roar', 'Kiln roars', ['kiln'], kilnRoar, 77),
  one('salt', 'Salt runs', ['salt'], salt, 78),
  one('winch', 'Winch', ['iron'], winch, 79),
  one('buoy', 'Bell buoy', ['outside'], buoy, 80),
]

/** The sounds of the demo as samples, made one by one. */
export function* demoSamples(): Generator<DemoSound> {
  for (const recipe of recipes) yield recipe()
}

/** The sounds of the demo as 16-bit WAV files. */
export function* demoSounds(): Generator<Omit<DemoSound, 'samples'> & { wav: Buffer }> {
  for (const { samples, ...sound } of demoSamples()) {
    const file = new wavefile.WaveFile()
    file.fromScratch(1, RATE, '16', Int16Array.from(samples, toInt16))
    yield { ...sound, wav: Buffer.from(file.toBuffer()) }
  }
}

function toInt16(sample: number): number {
  const inside = Math.min(1, Math.max(-1, sample))
  return Math.round(inside < 0 ? inside * 32768 : inside * 32767)
}
