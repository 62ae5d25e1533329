import { memo } from '../../base'
import { BUSES, ownCuesOf, type Atmosphere, type Cue, type Show, type Step } from '../../show'
import { partsOf } from './channel-names'
import type { Value } from './ramps'

const ABSENT = { fogColour: '#000000', fogDensity: 0, vignetteAmount: 0, vignetteSoftness: 0 }
const ATMOSPHERE = [
  'ambient',
  'level',
  'shadow',
  'fogColour',
  'fogDensity',
  'vignetteAmount',
  'vignetteSoftness',
  'exposure',
]

/** The fields of an atmosphere that are given, in the order of the format. */
export const atmosphereFields = (a: Partial<Atmosphere>): { [field: string]: Value } => {
  const fields: { [field: string]: Value | undefined } = {
    ambient: a.ambient,
    level: a.level,
    shadow: a.shadow,
    fogColour: a.fog?.colour,
    fogDensity: a.fog?.density,
    vignetteAmount: a.vignette?.amount,
    vignetteSoftness: a.vignette?.softness,
    exposure: a.exposure,
  }
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as {
    [field: string]: Value
  }
}
function findBase(show: Show, channel: string): { [field: string]: Value } | undefined {
  const { kind, id } = partsOf(channel)
  switch (kind) {
    case 'light': {
      const light = show.place.lights.find((l) => l.id === id)
      return light && { candela: light.candela, colour: light.colour, on: light.on ? 1 : 0, flicker: null }
    }
    case 'bus': {
      const bus = show.buses.find((b) => b.id === id)
      return bus || BUSES.some((always) => always === id) ? { gain: bus?.gain ?? 0 } : undefined
    }
    case 'atmosphere': {
      const given = { ...ABSENT, ...atmosphereFields(show.atmosphere) } as { [field: string]: Value }
      return Object.fromEntries(ATMOSPHERE.map((field) => [field, given[field]]))
    }
    case 'prompt': {
      const [of, zone] = id.split('@')
      const cues = zone === undefined ? show.cues : ownIn(show, zone)
      const step = cues.flatMap((c): Step[] => c.steps).find((s) => s.id === of && s.kind === 'prompt')
      return step && step.kind === 'prompt' ? { shown: false, text: step.text } : undefined
    }
    case 'prop': {
      const prop = show.place.props.find((p) => p.id === id)
      return (
        prop && {
          shown: prop.shown,
          colour: prop.colour,
          slide: [0, 0, 0],
          turn: 0,
          surface: prop.surface ?? null,
          carried: null,
        }
      )
    }
    default:
      return undefined
  }
}

/** The cues that a zone of a kit with parts plays as its own. */
const ownIn = (show: Show, zone: string): Cue[] =>
  [...ownCuesOf(show).values()].filter((own) => own.zone === zone).map(({ cue }) => cue)

const basesOf = memo((_: Show) => new Map<string, { [field: string]: Value } | undefined>())

/** The fields of a channel before any cue has touched it; undefined if the show has no such channel. */
export function baseFields(show: Show, channel: string): { [field: string]: Value } | undefined {
  const known = basesOf(show)
  if (!known.has(channel)) known.set(channel, findBase(show, channel))
  return known.get(channel)
}
