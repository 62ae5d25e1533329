import { WebIO, type Document, type JSONDocument, type Node } from '@gltf-transform/core'
import { KHRLightsPunctual, KHRMeshQuantization, type Light as GltfLight } from '@gltf-transform/extensions'
import { unzipSync, type UnzipFileInfo } from 'fflate'
import type { Point } from '~~/core/show'
import type { Triangles } from '~~/core/mesh'
import { checkGltf, glbJson, isFallback, parsed, PlaceFileError } from './check-gltf'

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
/** A place as a file has it, in metres, +Y up. */
export interface PlaceFile {
  triangles: Triangles
  nodes: FileNode[]
  lights: FileLight[]
  cameras: FileCamera[]
  /** The same as one .glb, to be kept. */
  glb: Uint8Array
}

/** The largest file, and the most that a ZIP may unfold to (bytes). */
export const MOST_FILE = 64 * 1024 * 1024
const MOST_UNPACKED = 256 * 1024 * 1024
const MOST_ENTRIES = 2000

/** How much of reading is done once a file is checked, and once it is unfolded. */
const CHECKED = 0.1
const UNFOLDED = 0.5

const COMPRESSED: { [extension: string]: string } = {
  KHR_draco_mesh_compression: 'Draco',
  EXT_meshopt_compression: 'Meshopt',
}
const READ = new Set(['KHR_lights_punctual', 'KHR_mesh_quantization', ...Object.keys(COMPRESSED)])

/** What a reader of compressed meshes needs; each is fetched only for a file that asks for it. */
async function reader(required: readonly string[]): Promise<WebIO> {
  const io = new WebIO({ credentials: 'omit' }).registerExtensions([KHRLightsPunctual, KHRMeshQuantization])
  if (required.includes('EXT_meshopt_compression')) {
    const [{ EXTMeshoptCompression }, { MeshoptDecoder }] = await Promise.all([
      import('@gltf-transform/extensions'),
      import('meshoptimizer'),
    ])
    await MeshoptDecoder.ready
    io.registerExtensions([EXTMeshoptCompression]).registerDependencies({ 'meshopt.decoder': MeshoptDecoder })
  }
  if (required.includes('KHR_draco_mesh_compression'))
    throw new PlaceFileError('it is compressed with Draco, which is not read here; export it without, or with Meshopt')
  return io
}

/** Reads a .glb, or a ZIP of a .gltf with its parts; `progress` hears how much is done, 0 to 1. @throws PlaceFileError in words */
export async function readPlaceFile(
  bytes: Uint8Array,
  progress: (share: number) => void = () => {},
): Promise<PlaceFile> {
  if (bytes.length > MOST_FILE) throw new PlaceFileError('it is larger than 64 MiB')
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b
  const { json, document } = isZip ? fromZip(bytes) : fromGlb(bytes)
  const required = [...new Set([...(json.extensionsRequired ?? []), ...(json.extensionsUsed ?? [])])]
  const unknown = (json.extensionsRequired ?? []).find((name) => !READ.has(name))
  if (unknown) throw new PlaceFileError(`it needs ${unknown.slice(0, 60)}, which can’t be read here`)
  progress(CHECKED)
  const io = await reader(required)
  let read: Document
  try {
    read = await document(io)
  } catch (error) {
    if (error instanceof PlaceFileError) throw error
    throw new PlaceFileError(`it can’t be read: ${(error as Error).message.slice(0, 160)}`)
  }
  progress(UNFOLDED)
  const placed = {
    ...placeOf(read, (share) => progress(UNFOLDED + (1 - UNFOLDED) * share)),
    glb: isZip ? await packed(read) : bytes,
  }
  if (placed.triangles.indices.length === 0) throw new PlaceFileError('there are no triangles in it')
  return placed
}

type Opened = {
  json: { extensionsRequired?: string[]; extensionsUsed?: string[] }
  document: (io: WebIO) => Promise<Document>
}
function fromGlb(bytes: Uint8Array): Opened {
  const { json, binary } = glbJson(bytes)
  if ((json.buffers ?? []).some((buffer, i) => buffer.uri !== undefined || (i > 0 && !isFallback(buffer))))
    throw new PlaceFileError('it names parts beside it: bring those in too, together in a ZIP')
  checkGltf(json, [binary])
  return { json: json as Opened['json'], document: (io) => io.readBinary(bytes) }
}
function fromZip(bytes: Uint8Array): Opened {
  let all: { [name: string]: Uint8Array }
  let total = 0
  let entries = 0
  const filter = ({ originalSize, name }: UnzipFileInfo) => {
    total += originalSize
    if (++entries > MOST_ENTRIES) throw new PlaceFileError(`the ZIP holds more than ${MOST_ENTRIES} files`)
    if (total > MOST_UNPACKED) throw new PlaceFileError('the ZIP unfolds to more than 256 MiB')
    return !name.endsWith('/')
  }
  try {
    all = unzipSync(bytes, { filter })
  } catch (error) {
    if (error instanceof PlaceFileError) throw error
    throw new PlaceFileError('it is no ZIP that can be read')
  }
  const binary = Object.keys(all).find((name) => name.toLowerCase().endsWith('.glb'))
  if (binary) return fromGlb(all[binary]!)
  const main = Object.keys(all).find((name) => name.toLowerCase().endsWith('.gltf'))
  if (!main) throw new PlaceFileError('there is no .gltf and no .glb in the ZIP')
  const json = parsed(new TextDecoder().decode(all[main]))
  const folder = main.includes('/') ? main.slice(0, main.lastIndexOf('/') + 1) : ''
  const resources: JSONDocument['resources'] = {}
  const lengths = (json.buffers ?? []).map((buffer, i) => {
    const { uri, byteLength } = buffer
    if (isFallback(buffer)) return byteLength
    if (uri === undefined) throw new PlaceFileError(`buffer ${i} is nowhere`)
    if (uri.startsWith('data:')) return byteLength
    const part = all[folder + decodeURIComponent(uri)]
    if (!part) throw new PlaceFileError(`the part “${uri.slice(0, 80)}” is not in the ZIP`)
    resources[uri] = part as Uint8Array<ArrayBuffer>
    return part.length
  })
  checkGltf(json, lengths)
  // Pictures are of no use for a plan: without them nothing is missing.
  const { images: _, textures: __, ...bare } = json as Record<string, unknown>
  const withoutPictures = { ...bare, materials: undefined } as unknown as JSONDocument['json']
  for (const mesh of withoutPictures.meshes ?? [])
    for (const primitive of mesh.primitives) delete (primitive as { material?: number }).material
  return { json: json as Opened['json'], document: (io) => io.readJSON({ json: withoutPictures, resources }) }
}

/** The same as a .glb of its own; compressed parts are written unfolded. */
async function packed(read: Document): Promise<Uint8Array> {
  for (const extension of read.getRoot().listExtensionsUsed())
    if (extension.extensionName in COMPRESSED) extension.dispose()
  return new WebIO({ credentials: 'omit' })
    .registerExtensions([KHRLightsPunctual, KHRMeshQuantization])
    .writeBinary(read)
}

const TRIANGLES = 4
type Matrix = ReturnType<Node['getWorldMatrix']>
/** Which way a node looks: along its own −Z. */
function facing(m: Matrix): { at: Point; yaw: number; pitch: number } {
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

function placeOf(read: Document, progress: (share: number) => void): Omit<PlaceFile, 'glb'> {
  const scene = read.getRoot().getDefaultScene() ?? read.getRoot().listScenes()[0]
  const parts: { positions: Float32Array; indices: Uint32Array }[] = []
  const nodes: FileNode[] = []
  const lights: FileLight[] = []
  const cameras: FileCamera[] = []
  const all = read.getRoot().listNodes().length
  let done = 0
  scene?.traverse((node) => {
    progress(done++ / all)
    const matrix = node.getWorldMatrix()
    const mesh = node.getMesh()
    if (mesh) {
      const here = mesh.listPrimitives().flatMap((primitive) => {
        if (primitive.getMode() !== TRIANGLES) return []
        const position = primitive.getAttribute('POSITION')
        return position ? [trianglesOf(position, primitive.getIndices(), matrix)] : []
      })
      parts.push(...here)
      const count = here.reduce((sum, part) => sum + part.indices.length / 3, 0)
      if (count > 0)
        nodes.push({
          name: node.getName() || mesh.getName() || `Part ${nodes.length + 1}`,
          ...boxOf(here),
          triangles: count,
        })
    }
    const light = node.getExtension<GltfLight>('KHR_lights_punctual')
    if (light && light.getType() !== 'directional') lights.push(lightOf(node, light, matrix, lights.length))
    const camera = node.getCamera()
    if (camera)
      cameras.push({
        name: node.getName() || camera.getName() || `Camera ${cameras.length + 1}`,
        ...facing(matrix),
        fov: camera.getType() === 'perspective' ? Math.round((camera.getYFov() * 180) / Math.PI) || 60 : 60,
      })
  })
  return { triangles: together(parts), nodes, lights, cameras }
}
function lightOf(node: Node, light: GltfLight, matrix: Matrix, index: number): FileLight {
  const outer = light.getOuterConeAngle()
  const inner = light.getInnerConeAngle()
  const isSpot = light.getType() === 'spot'
  const byte = (c: number) =>
    Math.round(255 * (c <= 0.0031308 ? 12.92 * c : 1.055 * c ** (1 / 2.4) - 0.055))
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

type Accessor = NonNullable<
  ReturnType<ReturnType<ReturnType<Document['createMesh']>['listPrimitives']>[number]['getAttribute']>
>
function trianglesOf(
  position: Accessor,
  index: Accessor | null,
  m: Matrix,
): { positions: Float32Array; indices: Uint32Array } {
  const count = position.getCount()
  const positions = new Float32Array(count * 3)
  const raw = position.getArray()
  const isPlain = raw instanceof Float32Array && !position.getNormalized()
  const corner: number[] = [0, 0, 0]
  for (let i = 0; i < count; i++) {
    if (isPlain) {
      corner[0] = raw[i * 3]!
      corner[1] = raw[i * 3 + 1]!
      corner[2] = raw[i * 3 + 2]!
    } else position.getElement(i, corner)
    const [x, y, z] = corner as Point
    positions[i * 3] = m[0] * x + m[4] * y + m[8] * z + m[12]
    positions[i * 3 + 1] = m[1] * x + m[5] * y + m[9] * z + m[13]
    positions[i * 3 + 2] = m[2] * x + m[6] * y + m[10] * z + m[14]
  }
  const given = index?.getArray()
  const indices = given ? Uint32Array.from(given) : Uint32Array.from({ length: count }, (_, i) => i)
  for (let i = 0; i < indices.length; i++)
    if (indices[i]! >= count) throw new PlaceFileError('a triangle has a corner that is not there')
  if (positions.some((value) => !Number.isFinite(value))) throw new PlaceFileError('a corner is at no number')
  return { positions, indices: indices.subarray(0, indices.length - (indices.length % 3)) }
}
function boxOf(parts: readonly { positions: Float32Array }[]): { low: Point; high: Point } {
  const low: Point = [Infinity, Infinity, Infinity]
  const high: Point = [-Infinity, -Infinity, -Infinity]
  for (const { positions } of parts)
    for (let i = 0; i < positions.length; i++) {
      const axis = (i % 3) as 0 | 1 | 2
      if (positions[i]! < low[axis]) low[axis] = positions[i]!
      if (positions[i]! > high[axis]) high[axis] = positions[i]!
    }
  return { low, high }
}
function together(parts: readonly Triangles[]): Triangles {
  const positions = new Float32Array(parts.reduce((sum, part) => sum + part.positions.length, 0))
  const indices = new Uint32Array(parts.reduce((sum, part) => sum + part.indices.length, 0))
  let p = 0
  let i = 0
  for (const part of parts) {
    positions.set(part.positions, p)
    const first = p / 3
    for (let k = 0; k < part.indices.length; k++) indices[i + k] = part.indices[k]! + first
    p += part.positions.length
    i += part.indices.length
  }
  return { positions, indices }
}
