import * as three from 'three'
import type { PromptStep } from '~~/core/show'
import { COLOURS } from '~/canvas/colours'

/** A letter's height in the picture of a board (pixels). */
const LETTER = 48
const FONT = `500 ${LETTER}px 'Schibsted Grotesk Variable', system-ui, sans-serif`
const PAD = 26
/** How high a board is, for each metre of a line. */
const BOARD = 1.6

/** A prompt as a board in the room: its text, and its key as a cap. */
export interface Board {
  mesh: three.Mesh<three.PlaneGeometry, three.MeshBasicMaterial>
  dispose(): void
}

export function boardOf(text: string, key: string | undefined, size: number, side: PromptStep['side']): Board {
  const canvas = document.createElement('canvas')
  const to = canvas.getContext('2d')!
  to.font = FONT
  const cap = key ? Math.max(LETTER * 1.25, to.measureText(key).width + LETTER * 0.7) : 0
  const width = Math.ceil(PAD * 2 + cap + (key ? LETTER * 0.5 : 0) + to.measureText(text).width)
  const height = Math.ceil(LETTER * BOARD)
  canvas.width = width
  canvas.height = height
  to.fillStyle = '#17131df2'
  to.strokeStyle = COLOURS.mauve
  to.lineWidth = 3
  to.beginPath()
  to.roundRect(2, 2, width - 4, height - 4, 12)
  to.fill()
  to.stroke()
  to.font = FONT
  to.textBaseline = 'middle'
  if (key) {
    to.fillStyle = COLOURS.mauve
    to.beginPath()
    to.roundRect(PAD * 0.6, height * 0.16, cap, height * 0.68, 8)
    to.fill()
    to.fillStyle = '#17131d'
    to.textAlign = 'center'
    to.fillText(key, PAD * 0.6 + cap / 2, height / 2 + 2)
    to.textAlign = 'left'
  }
  to.fillStyle = COLOURS.bone
  to.fillText(text, PAD + (key ? cap + LETTER * 0.15 : 0), height / 2 + 2)
  const texture = new three.CanvasTexture(canvas)
  texture.colorSpace = three.SRGBColorSpace
  const material = new three.MeshBasicMaterial({
    map: texture,
    transparent: true,
    side: side === 'both' ? three.DoubleSide : three.FrontSide,
    toneMapped: false,
  })
  const scale = (size * BOARD) / height
  const mesh = new three.Mesh(new three.PlaneGeometry(width * scale, height * scale), material)
  mesh.renderOrder = 2
  return {
    mesh,
    dispose() {
      texture.dispose()
      material.dispose()
      mesh.geometry.dispose()
    },
  }
}
