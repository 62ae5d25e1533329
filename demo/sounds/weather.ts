import {
  add,
  between,
  chance,
  filter,
  finish,
  make,
  ring,
  room,
  seamless,
  shape,
  silence,
  white,
  type Samples,
} from './tone'

const slow = (rate: number, phase: number) => (t: number) => 0.5 + 0.5 * Math.sin(2 * Math.PI * rate * t + phase)

/** Wind that gusts and whistles a little, over waves that come in and run out. Goes round. */
export function windAndSea(seed: number, seconds = 24): Samples {
  const rnd = chance(seed)
  const length = seconds + 3
  const gust = (t: number) => 0.35 + 0.4 * slow(0.09, 1)(t) * slow(0.23, 4)(t) + 0.25 * slow(0.047, 0)(t)
  const body = shape(
    filter(white(length, rnd), 'low', (t) => 250 + 500 * gust(t), 0.6),
    gust,
  )
  const whistle = shape(
    filter(white(length, rnd), 'band', (t) => 620 + 420 * gust(t), 18),
    (t) => gust(t) ** 3 * 0.5,
  )
  const out = add(add(silence(length), body, 0, 0.9), whistle, 0, 0.35)
  for (let at = -2; at < length; at += between(rnd, 5.2, 7.4)) {
    const wave = shape(
      filter(white(7, rnd), 'low', (t) => 300 + 3600 * Math.exp(-(((t - 2.4) / 1.4) ** 2)), 0.5),
      (t) => (t < 2.4 ? (t / 2.4) ** 2.5 : Math.exp(-(t - 2.4) / 1.3)),
    )
    add(out, wave, at, between(rnd, 0.45, 0.8))
  }
  return finish(seamless(out, 3), -9, true)
}

/** Wind through slats: two hollow notes that swell one after the other. Goes round. */
export function loftWind(seed: number, seconds = 18): Samples {
  const rnd = chance(seed)
  const length = seconds + 3
  const out = filter(white(length, rnd), 'low', 320, 0.5).map((v) => v * 0.25)
  for (const [hertz, phase] of [
    [220, 0],
    [277, 2.1],
    [330, 4],
  ])
    add(
      out,
      shape(
        filter(white(length, rnd), 'band', (t) => hertz! * (1 + 0.03 * slow(0.11, phase!)(t)), 40),
        (t) => slow(0.083, phase!)(t) ** 3 * 2,
      ),
      0,
      1,
    )
  return finish(seamless(out, 3), -12, true)
}

/** A hall that waits: a deep beating swell with a faint metallic breath. Goes round. */
export function hallSwell(seed: number, seconds = 20): Samples {
  const rnd = chance(seed)
  const length = seconds + 4
  const out = make(length, (t) => {
    const beat =
      Math.sin(2 * Math.PI * 55 * t) + Math.sin(2 * Math.PI * 55.45 * t) + 0.6 * Math.sin(2 * Math.PI * 82.6 * t + 1)
    return beat * 0.28 * (0.6 + 0.4 * slow(0.1, 0)(t)) + 0.14 * Math.sin(2 * Math.PI * 110.3 * t) * slow(0.15, 2)(t)
  })
  add(
    out,
    shape(
      filter(white(length, rnd), 'band', (t) => 380 + 60 * slow(0.05, 0)(t), 9),
      slow(0.1, 3),
    ),
    0,
    0.35,
  )
  return finish(seamless(out, 4), -11, true)
}

/** A kiln breathes: a roar that draws in and lets go, with crackle. Goes round. */
export function kilnBreath(seed: number, seconds = 16): Samples {
  const rnd = chance(seed)
  const length = seconds + 2
  const breath = (t: number) => 0.35 + 0.65 * Math.sin((Math.PI * (t % 4)) / 4) ** 2
  const out = shape(
    filter(white(length, rnd), 'low', (t) => 90 + 260 * breath(t), 1.1),
    breath,
  )
  for (let at = 0; at < length; at += between(rnd, 0.03, 0.4)) {
    const snap = shape(filter(white(0.03, rnd), 'high', between(rnd, 1800, 5200), 0.8), (t) => Math.exp(-t / 0.004))
    add(out, snap, at, between(rnd, 0.05, 0.3))
  }
  return finish(seamless(out, 2), -10, true)
}

/** A vault with water far off: a low room tone and a thin trickle. Goes round. */
export function vault(seed: number, seconds = 18): Samples {
  const rnd = chance(seed)
  const length = seconds + 3
  const out = filter(white(length, rnd), 'low', 140, 0.7).map((v) => v * 1.2)
  for (let at = 0; at < length; at += between(rnd, 0.02, 0.11)) {
    const hertz = between(rnd, 900, 2600)
    const blip = make(0.05, (t) => Math.sin(2 * Math.PI * hertz * (1 + 3 * t) * t) * Math.exp(-t / 0.012))
    add(out, blip, at, between(rnd, 0.01, 0.07))
  }
  return finish(seamless(room(out, 1.2, 0.6, rnd, 1800).slice(0, out.length), 3), -14, true)
}

/** One drop into still water under stone: the plink rises as the hole closes. */
export function drip(seed: number): Samples {
  const rnd = chance(seed)
  const hertz = between(rnd, 700, 1500)
  const rise = between(rnd, 6, 14)
  const out = make(
    0.22,
    (t) => Math.sin(2 * Math.PI * hertz * (t + (rise * t * t) / 2)) * Math.exp(-t / 0.035) * Math.min(1, t / 0.002),
  )
  add(
    out,
    shape(filter(white(0.02, rnd), 'high', 3000), (t) => Math.exp(-t / 0.002)),
    0,
    0.25,
  )
  return finish(room(out, 1.5, 0.8, rnd, 4200), -8)
}

/** A bell buoy far out: one uneven stroke, softened by the way. */
export function buoy(seed: number): Samples {
  const rnd = chance(seed)
  const f = between(rnd, 415, 440)
  const bell = ring(
    4.5,
    [
      [f, 1, 4],
      [f * 2.01, 0.6, 2.6],
      [f * 2.74, 0.5, 2],
      [f * 3.76, 0.25, 1.2],
      [f * 0.5, 0.4, 4.4],
    ],
    rnd,
  )
  return finish(filter(room(bell, 1.6, 0.5, rnd, 1600), 'low', 1900, 0.6), -10)
}
