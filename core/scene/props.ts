import type { Prop, PropForm } from '../show'
import { FaceList, type Faces } from './faces'

/** What a form is made of, in the prop's own frame: x across, y up from its foot, z towards whoever stands before it. */
const FORMS: Record<PropForm, (faces: FaceList, size: Prop['size'], hinge: Prop['hinge']) => void> = {
  /** A leaf with a frame that stands out on both sides, and its handles where it doesn't hang. */
  door(faces, [w, h, d], hinge) {
    faces.block([-w / 2, 0, -d / 2], [w / 2, h, d / 2])
    const bar = Math.min(0.14, w / 6)
    const out = Math.min(0.02, d / 3)
    for (const z of [d / 2, -d / 2 - out]) {
      faces.block([-w / 2, 0, z], [-w / 2 + bar, h, z + out])
      faces.block([w / 2 - bar, 0, z], [w / 2, h, z + out])
      for (const y of [0, h * 0.46, h - bar]) faces.block([-w / 2 + bar, y, z], [w / 2 - bar, y + bar, z + out])
    }
    const x = (hinge === 'right' ? -1 : 1) * (w / 2 - bar / 2)
    for (const z of [d / 2 + out, -d / 2 - out - 0.05])
      faces.block([x - 0.02, h * 0.45, z], [x + 0.02, h * 0.53, z + 0.05])
  },
  /** A foot, a stem, a shade that is open below, and what burns in it. */
  lamp(faces, [w, h, d]) {
    faces.round([0, 0], [0, w * 0.3, d * 0.3], [h * 0.05, w * 0.26, d * 0.26])
    faces.round([0, 0], [h * 0.05, w * 0.07, d * 0.07], [h * 0.6, w * 0.07, d * 0.07], 10)
    faces.round([0, 0], [h * 0.58, w / 2, d / 2], [h, w * 0.28, d * 0.28])
  },
  /** Boards one above the other between two cheeks, and a back. */
  shelf(faces, [w, h, d]) {
    const board = Math.min(0.03, h / 12)
    const levels = Math.max(1, Math.floor(h / 0.35))
    faces.block([-w / 2, 0, -d / 2], [-w / 2 + board, h, d / 2])
    faces.block([w / 2 - board, 0, -d / 2], [w / 2, h, d / 2])
    faces.block([-w / 2 + board, 0, -d / 2], [w / 2 - board, h, -d / 2 + 0.012])
    for (let i = 0; i <= levels; i++) {
      const y = Math.min(h - board, (i * h) / levels)
      faces.block([-w / 2 + board, y, -d / 2 + 0.012], [w / 2 - board, y + board, d / 2])
    }
  },
  /** Round, narrower below, with an ear. */
  cup(faces, [w, h, d]) {
    faces.round([0, 0], [0, w * 0.36, d * 0.36], [h, w * 0.46, d * 0.46], 16)
    const [x, t] = [w * 0.42, w * 0.1]
    faces.block([x, h * 0.2, -t / 2], [x + w * 0.3, h * 0.32, t / 2])
    faces.block([x, h * 0.7, -t / 2], [x + w * 0.3, h * 0.82, t / 2])
    faces.block([x + w * 0.24, h * 0.32, -t / 2], [x + w * 0.3, h * 0.7, t / 2])
  },
}

/** A prop as it is drawn, in its own frame: its form, else its box or cylinder. */
export function facesOfProp({ kind, size, form, hinge }: Pick<Prop, 'kind' | 'size' | 'form' | 'hinge'>): Faces {
  const faces = new FaceList()
  const [w, h, d] = size
  if (form) FORMS[form](faces, size, hinge)
  else if (kind === 'cylinder') faces.round([0, 0], [0, w / 2, d / 2], [h, w / 2, d / 2], 28)
  else faces.block([-w / 2, 0, -d / 2], [w / 2, h, d / 2])
  return faces.faces()
}
