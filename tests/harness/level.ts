import { Document, NodeIO } from '@gltf-transform/core'
import { KHRLightsPunctual } from '@gltf-transform/extensions'
import * as three from 'three'
import { GLTFExporter } from 'three/examples/jsm/exporters/GLTFExporter.js'

/** Levels as other programs write them: two rooms with a doorway between, a ramp, a stair, a lamp, a camera, a crate. */
export interface Block {
  name: string
  at: [x: number, y: number, z: number]
  size: [x: number, y: number, z: number]
  /** Tilted about z (degrees). */
  tilt?: number
}
const stair: Block[] = Array.from({ length: 6 }, (_, i) => ({
  name: `Tread ${i + 1}`,
  at: [-0.15 - i * 0.3, (i + 1) * 0.1, 1],
  size: [0.3, (i + 1) * 0.2, 1],
}))
/** Middles and sizes. The floor's top is at 0; the walls are 0.2 m thick and 3 m high; the doorway is 1.2 × 2.1 m at z 2.4. */
export const LEVEL: Block[] = [
  { name: 'Slab', at: [5, -0.1, 3], size: [10, 0.2, 6] },
  { name: 'North', at: [5, 1.5, 0], size: [10.2, 3, 0.2] },
  { name: 'South', at: [5, 1.5, 6], size: [10.2, 3, 0.2] },
  { name: 'East', at: [10, 1.5, 3], size: [0.2, 3, 5.8] },
  { name: 'Partition A', at: [5, 1.5, 0.95], size: [0.2, 3, 1.7] },
  { name: 'Partition B', at: [5, 1.5, 4.45], size: [0.2, 3, 2.9] },
  { name: 'Lintel', at: [5, 2.55, 2.4], size: [0.2, 0.9, 1.2] },
  { name: 'Crate', at: [8, 0.4, 4.5], size: [1, 0.8, 1] },
  ...stair,
]
export const LAMP = { at: [2.5, 2.6, 3] as [number, number, number], candela: 60 }
export const CAMERA = { at: [9, 1.6, 1] as [number, number, number] }

function boxOf([w, h, d]: readonly number[]): {
  positions: Float32Array<ArrayBuffer>
  indices: Uint16Array<ArrayBuffer>
} {
  const geometry = new three.BoxGeometry(w, h, d)
  const positions = Float32Array.from(geometry.getAttribute('position').array)
  return { positions, indices: Uint16Array.from(geometry.getIndex()!.array) }
}

/** The level as @gltf-transform writes it; `merged`: all blocks as one mesh. */
export async function levelByTransform(blocks: readonly Block[] = LEVEL, merged = false): Promise<Uint8Array> {
  const document = new Document()
  const buffer = document.createBuffer()
  const scene = document.createScene()
  const add = (
    name: string,
    positions: Float32Array<ArrayBuffer>,
    indices: Uint16Array<ArrayBuffer> | Uint32Array<ArrayBuffer>,
    at: Block['at'],
  ) => {
    const primitive = document
      .createPrimitive()
      .setAttribute('POSITION', document.createAccessor().setType('VEC3').setArray(positions).setBuffer(buffer))
      .setIndices(document.createAccessor().setType('SCALAR').setArray(indices).setBuffer(buffer))
    const mesh = document.createMesh(name).addPrimitive(primitive)
    scene.addChild(document.createNode(name).setTranslation(at).setMesh(mesh))
  }
  if (!merged)
    for (const { name, at, size } of blocks) {
      const { positions, indices } = boxOf(size)
      add(name, positions, indices, at)
    }
  else {
    const one = boxOf(blocks[0]!.size)
    const positions = new Float32Array(one.positions.length * blocks.length)
    const indices = new Uint32Array(one.indices.length * blocks.length)
    blocks.forEach(({ at }, n) => {
      one.positions.forEach((value, i) => (positions[n * one.positions.length + i] = value + at[i % 3]!))
      one.indices.forEach((index, i) => (indices[n * one.indices.length + i] = index + (n * one.positions.length) / 3))
    })
    add('Level', positions, indices, [0, 0, 0])
  }
  const punctual = document.createExtension(KHRLightsPunctual)
  const light = punctual.createLight('Lamp').setType('point').setIntensity(LAMP.candela).setColor([1, 0.5, 0])
  scene.addChild(document.createNode('Lamp').setTranslation(LAMP.at).setExtension('KHR_lights_punctual', light))
  const camera = document
    .createCamera('Watcher')
    .setType('perspective')
    .setYFov(Math.PI / 3)
  scene.addChild(
    document
      .createNode('Watcher')
      .setTranslation(CAMERA.at)
      .setRotation([0, Math.SQRT1_2, 0, Math.SQRT1_2])
      .setCamera(camera),
  )
  return new NodeIO().registerExtensions([KHRLightsPunctual]).writeBinary(document)
}

/** What the exporter reads what it has put together with; Node has none. */
class Reader {
  result: ArrayBuffer | string | null = null
  onloadend: (() => void) | null = null
  readAsArrayBuffer(blob: Blob): void {
    void blob.arrayBuffer().then((bytes) => {
      this.result = bytes
      this.onloadend?.()
    })
  }
  readAsDataURL(blob: Blob): void {
    void blob.arrayBuffer().then((bytes) => {
      this.result = `data:application/octet-stream;base64,${Buffer.from(bytes).toString('base64')}`
      this.onloadend?.()
    })
  }
}

/** The level as three's exporter writes it, of one colour if one is said. */
export async function levelByThree(blocks: readonly Block[] = LEVEL, color = '#ffffff'): Promise<Uint8Array> {
  const scene = new three.Scene()
  for (const { name, at, size } of blocks) {
    const mesh = new three.Mesh(new three.BoxGeometry(...size), new three.MeshStandardMaterial({ color }))
    mesh.name = name
    mesh.position.set(...at)
    scene.add(mesh)
  }
  const lamp = new three.PointLight(new three.Color(1, 0.5, 0), LAMP.candela)
  lamp.name = 'Lamp'
  lamp.position.set(...LAMP.at)
  const camera = new three.PerspectiveCamera(60, 1, 0.1, 100)
  camera.name = 'Watcher'
  camera.position.set(...CAMERA.at)
  camera.rotation.y = Math.PI / 2
  scene.add(lamp, camera)
  return written(scene)
}

/** A file of rolling ground, so many metres a side, as so many parts of so many triangles each. */
export async function rollingGround(metres: number, parts: number, triangles: number): Promise<Uint8Array> {
  const scene = new three.Scene()
  const [rows, side] = [Math.round(Math.sqrt(parts)), Math.round(Math.sqrt(triangles / 2))]
  const size = metres / rows
  for (let part = 0; part < rows * rows; part++) {
    const ground = new three.PlaneGeometry(size, size, side, side).rotateX(-Math.PI / 2)
    const position = ground.getAttribute('position')
    const [left, back] = [(part % rows) * size, Math.floor(part / rows) * size]
    for (let i = 0; i < position.count; i++)
      position.setY(i, 0.3 * Math.sin((position.getX(i) + left) * 1.3) * Math.cos((position.getZ(i) + back) * 1.1))
    ground.deleteAttribute('uv')
    ground.computeVertexNormals()
    const mesh = new three.Mesh(ground, new three.MeshStandardMaterial({ color: '#8a8478' }))
    mesh.position.set(left + size / 2, 0, back + size / 2)
    scene.add(mesh)
  }
  return written(scene)
}

/** A scene as three's exporter writes it. */
async function written(scene: three.Scene): Promise<Uint8Array> {
  const page = globalThis as { FileReader?: unknown }
  const before = page.FileReader
  page.FileReader = Reader
  try {
    return new Uint8Array((await new GLTFExporter().parseAsync(scene, { binary: true })) as ArrayBuffer)
  } finally {
    page.FileReader = before
  }
}
