import { needed } from '~~/core/base'

/** What a canvas is drawn on by. */
export const pictureOf = (canvas: HTMLCanvasElement): CanvasRenderingContext2D =>
  needed(canvas.getContext('2d'), NO_WAY)
/** The same for a canvas that nobody sees. */
export const unseenPictureOf = (canvas: OffscreenCanvas): OffscreenCanvasRenderingContext2D =>
  needed(canvas.getContext('2d'), NO_WAY)
const NO_WAY = 'way to draw in this browser'
