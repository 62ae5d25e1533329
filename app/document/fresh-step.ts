import type { Show, Step, StepKind } from '~~/core/show'

/** The thing that stands nearest to a point, or the first. */
function nearest<T extends { at: readonly number[] }>(
  things: readonly T[],
  point: readonly number[] | undefined,
): T | undefined {
  const far = (thing: T) => (point ? Math.hypot(...thing.at.map((v, i) => v - point[i]!)) : 0)
  return things.reduce<T | undefined>((best, thing) => (!best || far(thing) < far(best) ? thing : best), undefined)
}

/** What a step of each kind begins as: with the hold people mean. Things are taken near a point, where one is given. Undefined where the show lacks what it needs. */
export function freshStep(show: Show, kind: StepKind, id: string, near?: readonly number[]): Step | undefined {
  const base = { id, at: 0, jitter: 0, muted: false }
  const held = {
    ramp: { seconds: 1, ease: 'linear' as const },
    release: { seconds: 1, ease: 'linear' as const },
    hold: 'release' as const,
  }
  const spot = (show.sounds.find((s) => s.seconds < 8) ?? show.sounds[0])?.id
  const bed = (show.sounds.find((s) => s.seconds >= 8) ?? show.sounds[0])?.id
  const pool = show.pools[0]?.id
  const light = nearest(show.place.lights, near)?.id
  const mark = show.place.marks.find((m) => m.kind === 'standing')?.id
  const camera = show.place.marks.find((m) => m.kind === 'camera')?.id
  const prop = nearest(show.place.props, near)
  const anchor = prop ? { prop: prop.id } : show.zones[0] && { zone: show.zones[0].id }
  const gains = { gain: [0, 0] as [number, number], pitch: [0, 0] as [number, number] }
  switch (kind) {
    case 'sound':
      return spot
        ? {
            ...base,
            kind,
            sound: spot,
            where: { at: 'zone' },
            ...gains,
            bus: 'spot',
            reach: { near: 1, far: 20, law: 'inverse' },
            fadeIn: 0,
            fadeOut: 0.05,
            loop: false,
            hold: 'cue',
          }
        : undefined
    case 'bed':
      return bed
        ? {
            ...base,
            kind,
            sound: bed,
            where: { at: 'head' },
            gain: 0,
            fadeIn: 1,
            fadeOut: 2,
            bus: 'bed',
            hold: 'release',
          }
        : undefined
    case 'scatter':
      return pool
        ? {
            ...base,
            kind,
            pool,
            every: [4, 10],
            first: [1, 4],
            where: { at: 'around', near: 3, far: 9, arc: 360 },
            most: 4,
            ...gains,
            bus: 'bed',
            hold: 'release',
          }
        : undefined
    case 'light':
      return light ? { ...base, kind, light, candela: 5, ...held } : undefined
    case 'level':
      return { ...base, kind, bus: 'bed', gain: -6, ...held }
    case 'atmosphere':
      return { ...base, kind, level: 0.3, ...held }
    case 'prompt':
      return anchor
        ? {
            ...base,
            kind,
            text: 'Press to look',
            key: 'E',
            anchor,
            lift: 0.3,
            faces: 'camera',
            side: 'both',
            size: 0.14,
            hold: 'release',
          }
        : undefined
    case 'fade':
      return { ...base, kind, colour: '#000000', in: 0.5, stay: 0.5, out: 0.8 }
    case 'freeze':
      return { ...base, kind, locks: ['walk'], hold: 2 }
    case 'camera':
      return camera
        ? {
            ...base,
            kind,
            marks: [{ mark: camera, travel: 0, ease: 'linear', stay: 2 }],
            back: { seconds: 0, ease: 'linear' },
            ears: 'player',
          }
        : undefined
    case 'move':
      return mark ? { ...base, kind, mark, lift: 0, quiet: true } : undefined
    case 'flag': {
      const flag = show.flags[0]
      return flag && { ...base, kind, flag: flag.id, set: typeof flag.start === 'boolean' ? true : 1 }
    }
    case 'signal':
      return { ...base, kind, name: 'go', delay: 0 }
    case 'drift':
      return light ? { ...base, kind, target: { light }, rate: 1, to: 1, hold: 'release' } : undefined
    case 'prop':
      return prop && { ...base, kind, prop: prop.id, turn: { by: 90, about: [0, 0] }, ...held }
    case 'fling':
      return prop && { ...base, kind, prop: prop.id, speed: [3, 5], yaw: 0, pitch: 30, spread: 10, impact: pool }
    case 'burst':
      return { ...base, kind, where: { at: 'zone' }, count: [6, 10], life: [0.6, 1.2], rise: 0 }
    case 'zone': {
      const zone = show.zones[0]
      return zone && { ...base, kind, zone: zone.id, enabled: false }
    }
    case 'stop': {
      const cue = show.cues[0]
      return cue && { ...base, kind, cue: cue.id, fade: 0.5 }
    }
  }
}

/** Kinds that can be added here, with what they are in words. */
export const ADDABLE: [StepKind, string][] = [
  ['sound', 'A sound'],
  ['bed', 'A bed'],
  ['scatter', 'Scattered sounds'],
  ['light', 'A light'],
  ['fade', 'A fade'],
  ['freeze', 'A freeze'],
  ['prompt', 'A prompt'],
  ['atmosphere', 'The atmosphere'],
  ['level', 'A bus level'],
  ['camera', 'A cut to a mark'],
  ['move', 'A move to a mark'],
  ['flag', 'A flag'],
  ['signal', 'A signal'],
  ['drift', 'A drift'],
  ['prop', 'A prop that moves'],
  ['fling', 'A fling'],
  ['burst', 'A burst'],
  ['zone', 'A zone on or off'],
  ['stop', 'The end of a cue'],
]
