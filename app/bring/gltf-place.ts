import {
  MathUtils,
  type Accessor,
  type Document,
  type mat4,
  type Node,
  type Primitive,
  type Skin,
  type vec4,
} from '@gltf-transform/core'
import type { InstancedMesh, Light as GltfLight } from '@gltf-transform/extensions'
import { fromLinear } from '~~/core/base'
import type { Point } from '~~/core/show'
import { boundsOf, type Triangles } from '~~/core/mesh'
import { FAULTS, wrong } from './place-faults'

/** A light of a file, as one of a show would be: where it is, which way it shines (degrees), how brightly. */
export interface FileLight {
  name: string
  kind: 'point' | 'spot'
  at: Point
  yaw: number
  pitch: number
  colour: string
  candela: number
  reach?: number
  cone: number
  edge: number
}
export interface FileCamera {
  name: string
  at: Point
  yaw: number
  pitch: number
  fov: number
}
/** Something in the file that has a name and a form. */
export interface FileNode {
  name: string
  low: Point
  high: Point
  triangles: number
}
/** What a description shows, in metres, +Y up. */
export interface GltfPlace {
  triangles: Triangles
  nodes: FileNode[]
  lights: FileLight[]
  cameras: FileCamera[]
  /** What is in it and could not be taken, in words. */
  left: string[]
}

/** How corners make triangles (glTF 2.0, 3.7.2.1). */
const TRIANGLES = 4
const STRIP = 5
const FAN = 6

/** Which way a node looks: along its own −Z. */
function facing(m: mat4): { at: Point; yaw: number; pitch: number } {
  const [dx, dy, dz] = [-m[8], -m[9], -m[10]]
  const long = Math.hypot(dx, dy, dz) || 1
  const degrees = (a: number) => Math.round((a * 1800) / Math.PI) / 10 + 0
  const flat = Math.hypot(dx, dz)
  return {
    at: [m[12], m[13], m[14]],
    yaw: flat < 1e-6 ? 0 : degrees(Math.atan2(-dx, -dz)),
    pitch: degrees(Math.asin(Math.max(-1, Math.min(1, dy / long)))),
  }
}

/** What of a scene is used for a place. `progress` hears how much of it is looked through, 0 to 1. @throws PlaceFileError */
export function placeOf(read: Document, progress: (share: number) => void): GltfPlace {
  const scene = read.getRoot().getDefaultScene() ?? read.getRoot().listScenes()[0]
  const all: Node[] = []
  scene?.traverse((node) => void all.push(node))
  const made = roomFor(all)
  const place: GltfPlace = { triangles: made, nodes: [], lights: [], cameras: [], left: [] }
  const left = { directional: 0, flat: 0, orthographic: 0 }
  all.forEach((node, done) => {
    progress(done / all.length)
    const from = { corner: made.corner, index: made.index }
    for (const part of partsOf(node)) add(made, part)
    if (made.index > from.index)
      place.nodes.push({
        name: node.getName() || node.getMesh()?.getName() || `Part ${place.nodes.length + 1}`,
        ...boundsOf({ positions: made.positions.subarray(from.corner * 3, made.corner * 3) }),
        triangles: (made.index - from.index) / 3,
      })
    left.flat += (node.getMesh()?.listPrimitives() ?? []).filter((primitive) => !isSolid(primitive)).length
    const matrix = node.getWorldMatrix()
    const light = node.getExtension<GltfLight>('KHR_lights_punctual')
    if (light?.getType() === 'directional') left.directional++
    else if (light) place.lights.push(lightOf(node, light, matrix, place.lights.length))
    const camera = node.getCamera()
    if (camera?.getType() === 'orthographic') left.orthographic++
    else if (camera)
      place.cameras.push({
        name: node.getName() || camera.getName() || `Camera ${place.cameras.length + 1}`,
        ...facing(matrix),
        fov: Math.round((camera.getYFov() * 180) / Math.PI) || 60,
      })
  })
  if (made.positions.some((value) => !Number.isFinite(value))) wrong(FAULTS.noNumber)
  const said = (n: number, one: string, many: string) => n > 0 && place.left.push(n === 1 ? `a ${one}` : `${n} ${many}`)
  said(left.directional, 'directional light: it shines from nowhere', 'directional lights: they shine from nowhere')
  said(left.orthographic, 'camera that has no angle (orthographic)', 'cameras that have no angle (orthographic)')
  said(left.flat, 'part of lines or points', 'parts of lines or points')
  return place
}

interface Part {
  primitive: Primitive
  matrix: mat4
  skin: Skin | null
}
const isSolid = (primitive: Primitive): boolean =>
  primitive.getMode() >= TRIANGLES && primitive.getMode() <= FAN && primitive.getAttribute('POSITION') !== null

/** The parts that a node shows, each as often as there are instances of it. */
function partsOf(node: Node): Part[] {
  const solid = node.getMesh()?.listPrimitives().filter(isSolid) ?? []
  if (solid.length === 0) return []
  const skin = node.getSkin()
  return instancesOf(node).flatMap((matrix) => solid.map((primitive) => ({ primitive, matrix, skin })))
}
function instancesOf(node: Node): mat4[] {
  const world = node.getWorldMatrix()
  const instances = node.getExtension<InstancedMesh>('EXT_mesh_gpu_instancing')
  if (!instances) return [world]
  const [move, turn, size] = ['TRANSLATION', 'ROTATION', 'SCALE'].map((name) => instances.getAttribute(name))
  const count = (move ?? turn ?? size)?.getCount() ?? 0
  return Array.from({ length: count }, (_, i) => {
    const local: mat4 = [...NOWHERE]
    MathUtils.compose(
      move?.getElement<Point>(i, [0, 0, 0]) ?? [0, 0, 0],
      turn?.getElement<vec4>(i, [0, 0, 0, 1]) ?? [0, 0, 0, 1],
      size?.getElement<Point>(i, [1, 1, 1]) ?? [1, 1, 1],
      local,
    )
    return times(world, local)
  })
}

/** Where the corners of a part are: what is solid has them. */
const positionOf = (primitive: Primitive): Accessor => primitive.getAttribute('POSITION') ?? wrong(FAULTS.noCorners)

/** How many indices of triangles a part comes to. */
function indicesIn(primitive: Primitive): number {
  const count = primitive.getIndices()?.getCount() ?? positionOf(primitive).getCount()
  return primitive.getMode() === TRIANGLES ? count - (count % 3) : Math.max(0, count - 2) * 3
}

/** Triangles, and how much of them is filled in. */
interface Made extends Triangles {
  corner: number
  index: number
}
function roomFor(nodes: readonly Node[]): Made {
  let [corners, indices] = [0, 0]
  for (const { primitive } of nodes.flatMap(partsOf)) {
    corners += positionOf(primitive).getCount()
    indices += indicesIn(primitive)
  }
  return { positions: new Float32Array(corners * 3), indices: new Uint32Array(indices), corner: 0, index: 0 }
}

function add(made: Made, { primitive, matrix, skin }: Part): void {
  const position = positionOf(primitive)
  const count = position.getCount()
  const first = made.corner
  const bones = skin ? bonesOf(skin, primitive) : undefined
  const raw = position.getArray()
  const isPlain = raw instanceof Float32Array && !position.getNormalized()
  const corner: Point = [0, 0, 0]
  for (let i = 0; i < count; i++) {
    if (isPlain) {
      corner[0] = raw[i * 3] ?? 0
      corner[1] = raw[i * 3 + 1] ?? 0
      corner[2] = raw[i * 3 + 2] ?? 0
    } else position.getElement(i, corner)
    // What hangs on bones stands where they are, wherever its node is (glTF 2.0, 3.7.3.3).
    const [x, y, z] = bones ? bones(i, corner) : through(matrix, corner)
    const at = made.corner++ * 3
    made.positions[at] = x
    made.positions[at + 1] = y
    made.positions[at + 2] = z
  }
  const given = primitive.getIndices()?.getArray()
  const cornerAt = (i: number): number => {
    const index = given ? (given[i] ?? count) : i
    if (index >= count) wrong(FAULTS.noCorner)
    return first + index
  }
  // A mirrored node turns its triangles inside out.
  const isMirrored = !bones && determinant(matrix) < 0
  const mode = primitive.getMode()
  const triangles = indicesIn(primitive) / 3
  for (let n = 0; n < triangles; n++) {
    const [a, b, c] = cornersOf(mode, n)
    made.indices[made.index++] = cornerAt(a)
    made.indices[made.index++] = cornerAt(isMirrored ? c : b)
    made.indices[made.index++] = cornerAt(isMirrored ? b : c)
  }
}
/** The corners of a triangle of a list, a strip or a fan, in the order in which its front is seen. */
function cornersOf(mode: number, n: number): [number, number, number] {
  if (mode === STRIP) return n % 2 === 0 ? [n, n + 1, n + 2] : [n + 1, n, n + 2]
  return mode === FAN ? [0, n + 1, n + 2] : [3 * n, 3 * n + 1, 3 * n + 2]
}

/** Where the bones of a skin, as they stand, put each corner of a part; nothing where the part doesn't say. */
function bonesOf(skin: Skin, primitive: Primitive): ((corner: number, at: Point) => Point) | undefined {
  const joints = primitive.getAttribute('JOINTS_0')
  const weights = primitive.getAttribute('WEIGHTS_0')
  if (!joints || !weights) return undefined
  const binds = skin.getInverseBindMatrices()
  const bones = skin.listJoints().map((joint, i) => {
    const world = joint.getWorldMatrix()
    return binds && i < binds.getCount() ? times(world, binds.getElement<mat4>(i, [...NOWHERE])) : world
  })
  const of: number[] = []
  const shares: number[] = []
  return (corner, at) => {
    joints.getElement(corner, of)
    weights.getElement(corner, shares)
    const sum: Point = [0, 0, 0]
    shares.slice(0, 4).forEach((share, k) => {
      const bone = bones[of[k] ?? -1]
      if (!bone || !(share > 0)) return
      const [x, y, z] = through(bone, at)
      sum[0] += share * x
      sum[1] += share * y
      sum[2] += share * z
    })
    return sum
  }
}

const NOWHERE: mat4 = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0]
/** A point through a matrix. */
const through = (m: mat4, [x, y, z]: Point): Point => [
  m[0] * x + m[4] * y + m[8] * z + m[12],
  m[1] * x + m[5] * y + m[9] * z + m[13],
  m[2] * x + m[6] * y + m[10] * z + m[14],
]
/** A matrix times another, column by column. */
function times(a: mat4, b: mat4): mat4 {
  const column = (x: number, y: number, z: number, w: number): vec4 => [
    a[0] * x + a[4] * y + a[8] * z + a[12] * w,
    a[1] * x + a[5] * y + a[9] * z + a[13] * w,
    a[2] * x + a[6] * y + a[10] * z + a[14] * w,
    a[3] * x + a[7] * y + a[11] * z + a[15] * w,
  ]
  return [
    ...column(b[0], b[1], b[2], b[3]),
    ...column(b[4], b[5], b[6], b[7]),
    ...column(b[8], b[9], b[10], b[11]),
    ...column(b[12], b[13], b[14], b[15]),
  ]
}
const determinant = (m: mat4): number =>
  m[0] * (m[5] * m[10] - m[6] * m[9]) - m[4] * (m[1] * m[10] - m[2] * m[9]) + m[8] * (m[1] * m[6] - m[2] * m[5])

function lightOf(node: Node, light: GltfLight, matrix: mat4, index: number): FileLight {
  const outer = light.getOuterConeAngle()
  const inner = light.getInnerConeAngle()
  const isSpot = light.getType() === 'spot'
  const byte = (c: number) =>
    Math.round(255 * fromLinear(c))
      .toString(16)
      .padStart(2, '0')
  const range = light.getRange()
  return {
    name: node.getName() || light.getName() || `Light ${index + 1}`,
    kind: isSpot ? 'spot' : 'point',
    ...facing(matrix),
    colour: `#${light
      .getColor()
      .map((c) => byte(Math.min(1, Math.max(0, c))))
      .join('')}`,
    candela: Math.round(light.getIntensity() * 100) / 100,
    ...(range !== null && range > 0 && { reach: range }),
    cone: isSpot ? Math.min(180, Math.round((outer * 360) / Math.PI)) : 40,
    edge: isSpot && outer > 0 ? Math.min(1, Math.max(0, Math.round((1 - inner / outer) * 100) / 100)) : 0.3,
  }
}
