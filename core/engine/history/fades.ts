/** A fade over one player's picture. */
export interface FadeClaim {
  t: number
  colour: string
  in: number
  stay: number
  out: number
  /** The opacity there was when it began. */
  from: number
  /** When it was cut short, if it was. */
  cut?: number
}

const outAt = (fade: FadeClaim): number => Math.min(fade.t + fade.in + fade.stay, fade.cut ?? Infinity)

/** Whether a fade is seen no more from a time on. */
export const isFadeOver = (fade: FadeClaim, t: number): boolean => outAt(fade) + fade.out <= t

function risen(fade: FadeClaim, t: number): number {
  const u = fade.in > 0 ? Math.min(1, (t - fade.t) / fade.in) : 1
  return fade.from + (1 - fade.from) * u
}

/** The newest fade's colour and opacity at a time; its `out` goes to what rules below. */
export function opacityAt(
  fades: readonly FadeClaim[],
  t: number,
  below = fades.length,
): { colour: string; opacity: number } {
  for (let i = below - 1; i >= 0; i--) {
    const fade = fades[i]
    const out = outAt(fade)
    if (fade.t > t || isFadeOver(fade, t)) continue
    if (t < out) return { colour: fade.colour, opacity: risen(fade, t) }
    const start = risen(fade, out)
    const u = (t - out) / fade.out
    return { colour: fade.colour, opacity: start + (opacityAt(fades, t, i).opacity - start) * u }
  }
  return { colour: '#000000', opacity: 0 }
}
