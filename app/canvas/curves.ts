import { COLOURS } from './colours'
import { box, roundRect, type Context } from './context'
import { CURVES, CURVES_HEIGHT, xOf, type Layout } from './axes'
import type { Scene } from './scene'

export function curves(context: Context, layout: Layout, scene: Scene): void {
  const top = layout.curves
  context.fillStyle = COLOURS.ink1
  context.fillRect(0, top, layout.width, CURVES_HEIGHT)
  context.fillStyle = COLOURS.rule
  context.fillRect(0, top, layout.width, 1)
  const loud = top + 2
  const light = top + CURVES.loudness
  const hands = light + CURVES.light
  context.fillStyle = COLOURS.row
  context.fillRect(0, light, layout.width, 1)
  context.fillRect(0, hands, layout.width, 1)
  if (scene.loudness)
    curve(
      context,
      layout,
      scene.loudness,
      0.1,
      loud,
      CURVES.loudness - 3,
      (lufs) => (lufs + 60) / 50,
      COLOURS.lamp,
      true,
    )
  if (scene.lux)
    curve(
      context,
      layout,
      scene.lux,
      scene.luxEvery,
      light + 2,
      CURVES.light - 4,
      (lux) => Math.log2(1 + lux * 4) / 8,
      COLOURS.bone,
      false,
    )
  for (const { from, to } of scene.score.locks) {
    const b = box(layout, from, to)
    context.fillStyle = COLOURS.mauve
    if (b) roundRect(context, b[0], hands + 5, b[1], 7, 3.5)
  }
  for (const { from, to } of scene.fades) {
    const b = box(layout, from, to)
    context.fillStyle = COLOURS.bone
    if (b) context.fillRect(b[0], hands + 3, b[1], 2.5)
  }
  for (const { from, to } of scene.cuts) {
    const b = box(layout, from, to)
    context.strokeStyle = COLOURS.bone
    context.lineWidth = 1
    if (b) context.strokeRect(b[0] + 0.5, hands + 13.5, Math.max(2, b[1] - 1), 3)
  }
}

function curve(
  context: Context,
  layout: Layout,
  values: Float32Array,
  every: number,
  top: number,
  height: number,
  share: (value: number) => number,
  colour: string,
  filled: boolean,
): void {
  const stride = Math.max(1, Math.floor(((layout.to - layout.from) / every / layout.width) * 1))
  const first = Math.max(0, Math.floor(layout.from / every) - stride)
  const last = Math.min(values.length - 1, Math.ceil(layout.to / every) + stride)
  context.beginPath()
  let lastX = 0
  for (let i = first; i <= last; i += stride) {
    let value = -Infinity
    for (let k = i; k < Math.min(i + stride, values.length); k++) value = Math.max(value, values[k]!)
    const x = xOf(layout, (i + stride / 2) * every)
    const y = top + height * (1 - Math.min(1, Math.max(0, share(value))))
    if (i === first) context.moveTo(x, y)
    else context.lineTo(x, y)
    lastX = x
  }
  context.strokeStyle = colour
  context.lineWidth = 1.2
  context.stroke()
  if (!filled) return
  context.lineTo(lastX, top + height)
  context.lineTo(xOf(layout, first * every), top + height)
  context.globalAlpha = 0.16
  context.fillStyle = colour
  context.fill()
  context.globalAlpha = 1
}
