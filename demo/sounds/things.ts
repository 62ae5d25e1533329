import {
  add,
  between,
  chance,
  click,
  filter,
  finish,
  make,
  RATE,
  ring,
  room,
  shape,
  silence,
  white,
  type Chance,
  type Samples,
} from './tone'

/** A rope under load: stick and slip, faster and slower, through a wooden body. */
export function ropeCreak(seed: number): Samples {
  const rnd = chance(seed)
  const seconds = between(rnd, 1.3, 2)
  const out = silence(seconds)
  const turn = between(rnd, 0.35, 0.65)
  for (let t = 0; t < seconds - 0.05;) {
    const u = t / seconds
    const speed = 26 + 62 * Math.sin(Math.PI * Math.min(1, u / turn)) ** 2 * (1 - 0.4 * u)
    add(
      out,
      shape(white(0.006, rnd), (x) => Math.exp(-x / 0.0012)),
      t,
      (0.4 + 0.6 * Math.sin(Math.PI * u)) * between(rnd, 0.7, 1),
    )
    t += (1 / speed) * between(rnd, 0.88, 1.12)
  }
  const low = filter(out, 'band', between(rnd, 260, 330), 9)
  const mid = filter(out, 'band', (t) => 620 + 220 * Math.sin((Math.PI * t) / seconds), 11)
  const high = filter(out, 'band', 1450, 7)
  return finish(room(add(add(low, mid, 0, 1.1), high, 0, 0.5), 0.5, 0.4, rnd), -7)
}

/** A gull far off: three or four falling cries, hoarse at the top. */
export function gull(seed: number): Samples {
  const rnd = chance(seed)
  const cries = 2 + Math.floor(rnd() * 3)
  const out = silence(cries * 0.55 + 0.6)
  for (let n = 0; n < cries; n++) {
    const seconds = between(rnd, 0.28, 0.42)
    const top = between(rnd, 1250, 1500) * (1 - 0.05 * n)
    let phase = 0
    const cry = make(seconds, (t) => {
      const u = t / seconds
      const hertz =
        top * (u < 0.25 ? 0.72 + 1.12 * u : 1 - 0.38 * (u - 0.25)) * (1 + 0.012 * Math.sin(2 * Math.PI * 31 * t))
      phase += (2 * Math.PI * hertz) / RATE
      const voice =
        Math.sin(phase) + 0.55 * Math.sin(2 * phase + 0.4) + 0.35 * Math.sin(3 * phase) + 0.12 * Math.sin(4 * phase)
      return voice * (1 + 0.25 * (rnd() * 2 - 1)) * Math.sin(Math.PI * u) ** 0.6
    })
    add(out, cry, n * between(rnd, 0.46, 0.56), 1 - 0.15 * n)
  }
  return finish(filter(room(out, 1.4, 0.6, rnd, 2400), 'low', 3800, 0.6), -9)
}

const struck = (rnd: Chance, base: number, metal: boolean): Samples =>
  metal
    ? ring(
        0.5,
        [1, 1.53, 2.31, 3.17, 4.6, 6.1].map(
          (m, i) => [base * m * between(rnd, 0.98, 1.02), 0.8 / (i + 1), 0.35 / (1 + i * 0.2)] as const,
        ),
        rnd,
      )
    : ring(
        0.3,
        [1, 2.2, 3.6].map((m, i) => [base * m * between(rnd, 0.95, 1.05), 1 / (i + 1) ** 1.5, 0.12 / (1 + i)] as const),
        rnd,
      )

/** A chain run over an edge: links hurry, then the last ones lie down. */
export function chain(seed: number, seconds = 1.8): Samples {
  const rnd = chance(seed)
  const out = silence(seconds + 0.6)
  for (let t = 0; t < seconds;) {
    const u = t / seconds
    const link = add(struck(rnd, between(rnd, 1500, 2600), true), click(0.002, 4200, rnd), 0, 1.4)
    add(out, link, t, between(rnd, 0.3, 0.9) * (0.5 + 0.5 * Math.sin(Math.PI * Math.min(1, u * 1.3))))
    t += between(rnd, 0.6, 1.4) * (0.03 + 0.09 * u * u)
  }
  return finish(room(out, 0.9, 0.35, rnd, 5000), -6)
}

/** Knuckles of wood on wood, once or twice. */
export function knock(seed: number): Samples {
  const rnd = chance(seed)
  const out = silence(0.9)
  const times = rnd() < 0.5 ? [0] : [0, between(rnd, 0.16, 0.24)]
  for (const at of times) add(add(out, struck(rnd, between(rnd, 150, 210), false), at), click(0.004, 900, rnd), at, 1.2)
  return finish(room(out, 0.8, 0.55, rnd, 1700), -7)
}

/** The drying rack comes down: a crack, a slide of poles, a heavy fall and what rolls away. */
export function rackFalls(seed: number): Samples {
  const rnd = chance(seed)
  const out = silence(4)
  add(out, click(0.012, 1700, rnd), 0, 3)
  add(out, struck(rnd, 320, false), 0, 1.5)
  for (let n = 0; n < 34; n++) {
    const u = n / 34
    add(
      add(out, struck(rnd, between(rnd, 180, 520), false), 0.1 + u * 0.75, between(rnd, 0.5, 1.3)),
      click(0.005, between(rnd, 700, 2400), rnd),
      0.1 + u * 0.75,
      1,
    )
  }
  const thud = make(0.8, (t) => Math.sin(2 * Math.PI * (52 + 60 * Math.exp(-t / 0.03)) * t) * Math.exp(-t / 0.16))
  add(out, thud, 0.88, 3.4)
  add(
    out,
    shape(filter(white(0.5, rnd), 'low', 900), (t) => Math.exp(-t / 0.07)),
    0.88,
    2.2,
  )
  for (let t = 1.15; t < 3.1; t += between(rnd, 0.07, 0.3))
    add(out, struck(rnd, between(rnd, 240, 640), false), t, 0.9 * Math.exp(-(t - 1) / 0.9))
  return finish(room(out, 1.4, 0.5, rnd, 2600), -2)
}

/** A horn over water: two reeds a third apart that strain open and sag. */
export function horn(seed: number): Samples {
  const rnd = chance(seed)
  const seconds = 4.2
  const open = (t: number) => Math.min(1, t / 0.35) * Math.min(1, Math.max(0, (seconds - 0.9 - t) / 0.8))
  const out = make(seconds, (t) => {
    const bend = 1 - 0.02 * Math.max(0, t - 2.6) - 0.03 * Math.exp(-t / 0.12)
    let v = 0
    for (const [hertz, a] of [
      [116, 1],
      [146.5, 0.7],
    ])
      for (let h = 1; h <= 9; h++)
        v += (a! * Math.sin(2 * Math.PI * hertz! * bend * h * t + h)) / h ** (1.7 - 0.5 * open(t))
    return v * open(t)
  })
  return finish(room(filter(out, 'low', 1300, 0.6), 2.2, 0.8, rnd, 900), -5)
}

/** A low swell that rises out of nothing and stops short. */
export function lowSwell(seed: number): Samples {
  const rnd = chance(seed)
  const rise = (t: number) => (t < 2.6 ? (t / 2.6) ** 3 : Math.exp(-(t - 2.6) / 0.12))
  const tone = make(
    3.2,
    (t) => (Math.sin(2 * Math.PI * (41 + 9 * t) * t) + 0.6 * Math.sin(2 * Math.PI * (62 + 13 * t) * t)) * rise(t),
  )
  add(
    tone,
    shape(
      filter(white(3.2, rnd), 'band', (t) => 180 + 500 * rise(t), 2),
      rise,
    ),
    0,
    1.1,
  )
  return finish(tone, -4)
}

/** An iron gate: the bolt, then the leaf against its post. */
export function gate(seed: number): Samples {
  const rnd = chance(seed)
  const out = silence(1.6)
  add(add(out, struck(rnd, 840, true), 0, 0.5), click(0.003, 2600, rnd), 0, 1)
  const leaf = ring(
    1.5,
    [
      [174, 1, 1.3],
      [291, 0.8, 1],
      [467, 0.7, 0.8],
      [803, 0.4, 0.5],
      [1291, 0.3, 0.35],
    ],
    rnd,
  )
  add(add(out, leaf, 0.22, 1), click(0.006, 1100, rnd), 0.22, 1.6)
  return finish(room(out, 1, 0.4, rnd, 2600), -5)
}

/** A lantern lifted off its hook: a small ring, the handle, the flame catching. */
export function lantern(seed: number): Samples {
  const rnd = chance(seed)
  const out = silence(1.5)
  add(
    out,
    ring(
      0.8,
      [
        [2093, 0.5, 0.6],
        [3340, 0.4, 0.45],
        [5210, 0.25, 0.3],
      ],
      rnd,
    ),
    0,
  )
  add(
    out,
    ring(
      0.6,
      [
        [1480, 0.4, 0.3],
        [2510, 0.3, 0.2],
      ],
      rnd,
    ),
    0.16,
  )
  add(
    out,
    shape(
      filter(white(0.7, rnd), 'low', (t) => 500 + 900 * Math.exp(-t / 0.1), 0.8),
      (t) => Math.min(1, t / 0.08) * Math.exp(-t / 0.22),
    ),
    0.55,
    0.7,
  )
  return finish(out, -8)
}

/** Pages of a stiff book. */
export function page(seed: number): Samples {
  const rnd = chance(seed)
  const out = silence(1)
  for (const at of [0, 0.34]) {
    const flick = shape(
      filter(white(0.4, rnd), 'band', (t) => 2200 + 5200 * Math.sin(Math.PI * Math.min(1, t / 0.3)), 1.2),
      (t) => Math.sin(Math.PI * Math.min(1, t / 0.3)) ** 1.5 * (0.6 + 0.4 * rnd()),
    )
    add(out, flick, at, at ? 0.7 : 1)
  }
  return finish(out, -12)
}

/** The kiln's door is drawn: iron drags, then the fire takes a breath and roars. */
export function kilnRoar(seed: number): Samples {
  const rnd = chance(seed)
  const out = silence(4.6)
  add(
    out,
    shape(
      filter(white(0.7, rnd), 'band', (t) => 500 + 300 * t, 6),
      (t) => Math.sin((Math.PI * t) / 0.7) * (rnd() < 0.4 ? 1 : 0.3),
    ),
    0,
    1.2,
  )
  const roar = (t: number) => (t < 0.8 ? (t / 0.8) ** 2 : Math.exp(-(t - 0.8) / 1.1))
  add(
    out,
    shape(
      filter(white(4, rnd), 'low', (t) => 120 + 900 * roar(t), 0.9),
      roar,
    ),
    0.6,
    2,
  )
  for (let t = 0.9; t < 4; t += between(rnd, 0.02, 0.12))
    add(
      out,
      shape(filter(white(0.02, rnd), 'high', 3000), (x) => Math.exp(-x / 0.003)),
      t,
      0.35 * roar(t - 0.6),
    )
  return finish(out, -4)
}

/** Salt that runs from a split sack. */
export function salt(seed: number): Samples {
  const rnd = chance(seed)
  const out = silence(2.4)
  for (let t = 0; t < 2.2;) {
    const flow = Math.sin((Math.PI * t) / 2.2) ** 0.7
    add(
      out,
      shape(filter(white(0.006, rnd), 'band', between(rnd, 3500, 9000), 3), (x) => Math.exp(-x / 0.001)),
      t,
      between(rnd, 0.2, 0.8) * flow,
    )
    t += between(rnd, 0.001, 0.006) / (0.3 + flow)
  }
  return finish(out, -13)
}

/** A winch's pawl over its teeth, slowing down. */
export function winch(seed: number): Samples {
  const rnd = chance(seed)
  const out = silence(3)
  for (let t = 0, gap = 0.075; t < 2.5; t += gap, gap *= 1.055)
    add(add(out, struck(rnd, 520 * between(rnd, 0.97, 1.03), true), t, 0.7), click(0.004, 1500, rnd), t, 1.3)
  return finish(room(out, 0.6, 0.4, rnd, 2400), -6)
}
