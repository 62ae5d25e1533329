import { LIMITS } from '~~/core/show'
import { WebIO, type Document, type JSONDocument } from '@gltf-transform/core'
import { EXTMeshGPUInstancing, KHRLightsPunctual, KHRMeshQuantization } from '@gltf-transform/extensions'
import { unzipSync, type UnzipFileInfo } from 'fflate'
import { checkGltf, glbJson, isFallback, parsed } from './check-gltf'
import { FAULTS, PlaceFileError, wrong } from './place-faults'
import { placeOf, type GltfPlace } from './gltf-place'
import { messageOf } from '~~/core/base'

/** A place as a file has it, in metres, +Y up. */
export interface PlaceFile extends GltfPlace {
  /** The same as one .glb, to be kept. */
  glb: Uint8Array
}

/** The most that a ZIP may unfold to (bytes). */
const MOST_UNPACKED = 256 * 1024 * 1024
const MOST_ENTRIES = 2000

/** How much of reading is done once a file is checked, and once it is unfolded. */
const CHECKED = 0.1
const UNFOLDED = 0.5

const COMPRESSED: { [extension: string]: string } = {
  KHR_draco_mesh_compression: 'Draco',
  EXT_meshopt_compression: 'Meshopt',
}
const READ = new Set([
  'KHR_lights_punctual',
  'KHR_mesh_quantization',
  'EXT_mesh_gpu_instancing',
  ...Object.keys(COMPRESSED),
])
/** What only says how surfaces look bears on no plan. */
const LOOKS = /^[A-Z]+_(materials|texture|lights_image_based|environment)_?/

const OURS = [KHRLightsPunctual, KHRMeshQuantization, EXTMeshGPUInstancing]

/** What a reader of compressed meshes needs; each is fetched only for a file that asks for it. */
async function reader(required: readonly string[]): Promise<WebIO> {
  const io = new WebIO({ credentials: 'omit' }).registerExtensions(OURS)
  if (required.includes('EXT_meshopt_compression')) {
    const [{ EXTMeshoptCompression }, { MeshoptDecoder }] = await Promise.all([
      import('@gltf-transform/extensions'),
      import('meshoptimizer'),
    ])
    await MeshoptDecoder.ready
    io.registerExtensions([EXTMeshoptCompression]).registerDependencies({ 'meshopt.decoder': MeshoptDecoder })
  }
  if (required.includes('KHR_draco_mesh_compression')) wrong(FAULTS.draco)
  return io
}

/** Reads a .glb, or a ZIP of a .gltf with its parts; `progress` hears how much is done, 0 to 1. @throws PlaceFileError in words */
export async function readPlaceFile(
  bytes: Uint8Array,
  progress: (share: number) => void = () => {},
): Promise<PlaceFile> {
  if (bytes.length > LIMITS.file) wrong(FAULTS.tooLarge)
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b
  const { json, document } = isZip ? fromZip(bytes) : fromGlb(bytes)
  const required = [...new Set([...(json.extensionsRequired ?? []), ...(json.extensionsUsed ?? [])])]
  const unknown = (json.extensionsRequired ?? []).find((name) => !READ.has(name) && !LOOKS.test(name))
  if (unknown) wrong(FAULTS.needs(unknown))
  progress(CHECKED)
  const io = await reader(required)
  let read: Document
  try {
    read = await document(io)
  } catch (error) {
    if (error instanceof PlaceFileError) throw error
    throw unreadable(error)
  }
  progress(UNFOLDED)
  let place: GltfPlace
  try {
    place = placeOf(read, (share) => progress(UNFOLDED + (1 - UNFOLDED) * share))
  } catch (error) {
    throw unreadable(error)
  }
  const placed = { ...place, glb: isZip ? await packed(read) : bytes }
  if (placed.triangles.indices.length === 0) wrong(FAULTS.noTriangles)
  return placed
}

/** What the libraries stumble over is not told in their words. */
function unreadable(error: unknown): PlaceFileError {
  if (error instanceof PlaceFileError) return error
  const words = error instanceof TypeError || error instanceof RangeError ? FAULTS.noSense : messageOf(error) // prettier-ignore
  return new PlaceFileError(FAULTS.unreadable(words))
}

type Opened = {
  json: { extensionsRequired?: string[]; extensionsUsed?: string[] }
  document: (io: WebIO) => Promise<Document>
}
function fromGlb(bytes: Uint8Array): Opened {
  const { json, binary } = glbJson(bytes)
  if ((json.buffers ?? []).some((buffer, i) => buffer.uri !== undefined || (i > 0 && !isFallback(buffer))))
    wrong(FAULTS.partsBeside)
  checkGltf(json, [binary])
  return {
    json: json as Opened['json'],
    async document(io) {
      const { json, resources } = await io.binaryToJSON(bytes)
      return io.readJSON({ json: withoutLooks(json), resources })
    },
  }
}
function fromZip(bytes: Uint8Array): Opened {
  let all: { [name: string]: Uint8Array }
  let total = 0
  let entries = 0
  const filter = ({ originalSize, name }: UnzipFileInfo) => {
    total += originalSize
    if (++entries > MOST_ENTRIES) wrong(FAULTS.zipHolds(MOST_ENTRIES))
    if (total > MOST_UNPACKED) wrong(FAULTS.zipUnfolds)
    return !name.endsWith('/')
  }
  try {
    all = unzipSync(bytes, { filter })
  } catch (error) {
    if (error instanceof PlaceFileError) throw error
    wrong(FAULTS.noZip)
  }
  const binary = Object.keys(all).find((name) => name.toLowerCase().endsWith('.glb'))
  if (binary) return fromGlb(all[binary]!)
  const main = Object.keys(all).find((name) => name.toLowerCase().endsWith('.gltf'))
  if (!main) wrong(FAULTS.zipHasNone)
  const json = parsed(all[main]!)
  const folder = main.includes('/') ? main.slice(0, main.lastIndexOf('/') + 1) : ''
  const resources: JSONDocument['resources'] = {}
  const lengths = (json.buffers ?? []).map((buffer, i) => {
    const { uri, byteLength } = buffer
    if (isFallback(buffer)) return byteLength
    if (uri === undefined) wrong(FAULTS.bufferNowhere(i))
    if (uri.startsWith('data:')) return byteLength
    const part = all[folder + decodeURIComponent(uri)]
    if (!part) wrong(FAULTS.zipLacks(uri))
    resources[uri] = part as Uint8Array<ArrayBuffer>
    return part.length
  })
  checkGltf(json, lengths)
  const bare = withoutLooks(json as unknown as JSONDocument['json'])
  return { json: json as Opened['json'], document: (io) => io.readJSON({ json: bare, resources }) }
}

/** A description without pictures and materials: they are of no use for a plan, and nothing is missing without them. */
function withoutLooks(json: JSONDocument['json']): JSONDocument['json'] {
  const { images: _, textures: __, samplers: ___, materials: ____, ...bare } = json
  return {
    ...bare,
    ...(json.extensionsRequired && { extensionsRequired: json.extensionsRequired.filter((name) => !LOOKS.test(name)) }),
    ...(json.extensionsUsed && { extensionsUsed: json.extensionsUsed.filter((name) => !LOOKS.test(name)) }),
    meshes: json.meshes?.map((mesh) => ({
      ...mesh,
      primitives: mesh.primitives.map(({ material: _, ...primitive }) => primitive),
    })),
  }
}

/** The same as a .glb of its own; compressed parts are written unfolded. */
async function packed(read: Document): Promise<Uint8Array> {
  for (const extension of read.getRoot().listExtensionsUsed())
    if (extension.extensionName in COMPRESSED) extension.dispose()
  return new WebIO({ credentials: 'omit' }).registerExtensions(OURS).writeBinary(read)
}
