import type { Mark } from '~~/core/show'
import { COLOURS } from '~/canvas/colours'
import type { Picture } from './sight'

/** A standing mark: two feet in the way they face. A camera mark: a box that opens towards what it sees. */
export function paintMark(to: Picture, mark: Mark, pixel: number, colour = COLOURS.bone2): void {
  to.save()
  to.translate(mark.at[0], mark.at[2])
  to.rotate((-mark.yaw * Math.PI) / 180)
  to.scale(pixel, pixel)
  to.strokeStyle = colour
  to.fillStyle = COLOURS.ink0
  to.lineWidth = 1.3
  to.beginPath()
  if (mark.kind === 'standing') {
    for (const side of [-3, 3]) {
      to.moveTo(side + 2, 0)
      to.ellipse(side, 0, 2, 4.5, 0, 0, 2 * Math.PI)
    }
  } else {
    to.rect(-4, 0, 8, 7)
    to.moveTo(-3, 0)
    to.lineTo(-6, -6)
    to.lineTo(6, -6)
    to.lineTo(3, 0)
  }
  to.fill()
  to.stroke()
  to.restore()
}
