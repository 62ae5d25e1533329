import type { Sight } from './sight'

/** How much further than the band a kept picture reaches on each side, as a share of it. */
const MARGIN = 0.3
/** A picture that was shifted or scaled is drawn anew when the hand has rested for so long (ms). */
const RESTS = 90

/** A canvas whose picture is kept while one pans and zooms: it is shifted and scaled, and drawn anew when that is over, or reaches too far. */
export function keptPicture(canvas: HTMLCanvasElement, paint: (sight: Sight, ratio: number) => void) {
  let drawn: Sight | undefined
  let wanted: Sight | undefined
  let timer: ReturnType<typeof setTimeout> | undefined

  function draw(): void {
    clearTimeout(timer)
    timer = undefined
    if (!wanted || wanted.width === 0) return
    const { x, z, scale, width, height } = wanted
    const [dx, dz] = [(width * MARGIN) / scale, (height * MARGIN) / scale]
    drawn = { x: x - dx, z: z - dz, scale, width: width * (1 + 2 * MARGIN), height: height * (1 + 2 * MARGIN) }
    const ratio = window.devicePixelRatio || 1
    canvas.width = Math.round(drawn.width * ratio)
    canvas.height = Math.round(drawn.height * ratio)
    canvas.style.width = `${drawn.width}px`
    canvas.style.height = `${drawn.height}px`
    paint(drawn, ratio)
    place()
  }

  /** Puts the picture where its part of the place is now. */
  function place(): void {
    if (!drawn || !wanted) return
    const by = wanted.scale / drawn.scale
    const left = (drawn.x - wanted.x) * wanted.scale
    const top = (drawn.z - wanted.z) * wanted.scale
    canvas.style.transform = `translate(${left}px, ${top}px) scale(${by})`
  }

  /** Whether the picture still covers what is to be seen, and is not much too coarse. */
  function covers(): boolean {
    if (!drawn || !wanted) return false
    const by = wanted.scale / drawn.scale
    if (by > 2.5 || by < 0.4 || drawn.width < wanted.width) return false
    const slack = 1 / wanted.scale
    return (
      wanted.x >= drawn.x - slack &&
      wanted.z >= drawn.z - slack &&
      wanted.x + wanted.width / wanted.scale <= drawn.x + drawn.width / drawn.scale + slack &&
      wanted.z + wanted.height / wanted.scale <= drawn.z + drawn.height / drawn.scale + slack
    )
  }

  return {
    /** Shows another part of the place. */
    look(sight: Sight): void {
      const resized = !wanted || wanted.width !== sight.width || wanted.height !== sight.height
      wanted = sight
      if (resized || !drawn) return draw()
      place()
      clearTimeout(timer)
      const zoomedOut = sight.scale < drawn.scale * 0.63
      if (!covers() && !zoomedOut) draw()
      else timer = setTimeout(draw, RESTS)
    },
    /** What is drawn has changed. */
    draw,
    stop: () => clearTimeout(timer),
  }
}
