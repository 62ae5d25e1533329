import { jsonTooMuch, MOST_GLTF } from '~~/core/base'

/** What is wrong with a file that is brought in as a place, in words for whoever dropped it. */
export class PlaceFileError extends Error {
  override name = 'PlaceFileError'
}
const wrong = (words: string): never => {
  throw new PlaceFileError(words)
}

/** More corners or triangles than this are no level but a mistake. */
export const MOST_NUMBERS = 60_000_000
/** A tree of nodes may be this deep. */
const DEEPEST = 200

const MAGIC = 0x46546c67
const JSON_CHUNK = 0x4e4f534a

/** The JSON of a .glb (glTF 2.0, binary container), and how long its binary part is. @throws PlaceFileError */
export function glbJson(bytes: Uint8Array): { json: Gltf; binary: number } {
  if (bytes.length < 20) wrong('it is cut off')
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (view.getUint32(0, true) !== MAGIC) wrong('it is no .glb: it does not begin with “glTF”')
  const version = view.getUint32(4, true)
  if (version !== 2) wrong(`it is glTF ${version}; glTF 2.0 can be read`)
  const length = view.getUint32(8, true)
  if (length > bytes.length) wrong(`it claims ${length} bytes and has ${bytes.length}: it is cut off`)
  const chunk = view.getUint32(12, true)
  if (view.getUint32(16, true) !== JSON_CHUNK) wrong('its first part is not its description')
  if (20 + chunk > length) wrong('its description is longer than the file')
  const json = parsed(bytes.subarray(20, 20 + chunk))
  const at = 20 + chunk
  let binary = 0
  if (at + 8 <= length) {
    binary = view.getUint32(at, true)
    if (at + 8 + binary > length) wrong('its binary part is longer than the file')
  }
  return { json, binary }
}

interface Accessor {
  bufferView?: number
  byteOffset?: number
  componentType: number
  count: number
  type: string
  sparse?: {
    count: number
    indices: { bufferView: number; byteOffset?: number; componentType: number }
    values: { bufferView: number; byteOffset?: number }
  }
}
interface Packed {
  buffer: number
  byteOffset?: number
  byteLength: number
  byteStride: number
  count: number
}
const MESHOPT = 'EXT_meshopt_compression'
const INSTANCES = 'EXT_mesh_gpu_instancing'
export interface Gltf {
  asset?: { version?: string }
  buffers?: { byteLength: number; uri?: string; extensions?: { [MESHOPT]?: { fallback?: boolean } } }[]
  bufferViews?: {
    buffer: number
    byteOffset?: number
    byteLength: number
    byteStride?: number
    extensions?: { [MESHOPT]?: Packed }
  }[]
  accessors?: Accessor[]
  nodes?: {
    children?: number[]
    mesh?: number
    skin?: number
    extensions?: { [INSTANCES]?: { attributes?: Record<string, number> } }
  }[]
  meshes?: { primitives: { mode?: number; indices?: number; attributes: Record<string, number> }[] }[]
  skins?: { joints: number[]; inverseBindMatrices?: number }[]
  cameras?: object[]
  extensions?: { KHR_lights_punctual?: { lights?: object[] } }
  scenes?: { nodes?: number[] }[]
  extensionsRequired?: string[]
}
export function parsed(bytes: Uint8Array): Gltf {
  const tooMuch = jsonTooMuch(bytes, MOST_GLTF)
  if (tooMuch) wrong(`its description ${tooMuch}`)
  let json: unknown
  try {
    json = JSON.parse(new TextDecoder().decode(bytes))
  } catch {
    return wrong('its description is no JSON')
  }
  if (typeof json !== 'object' || json === null || Array.isArray(json))
    return wrong('its description is no JSON object')
  list((json as Gltf).buffers, 'buffers')
  return json as Gltf
}

const COMPONENT: { [type: number]: number } = { 5120: 1, 5121: 1, 5122: 2, 5123: 2, 5125: 4, 5126: 4 }
const NUMBERS: { [type: string]: number } = { SCALAR: 1, VEC2: 2, VEC3: 3, VEC4: 4, MAT2: 4, MAT3: 9, MAT4: 16 }
const isCount = (value: unknown): value is number =>
  typeof value === 'number' && Number.isSafeInteger(value) && value >= 0
/** A list of things, each an object. */
function list<T extends object>(value: T[] | undefined, name: string): T[] {
  if (value === undefined) return []
  if (!Array.isArray(value)) return wrong(`its ${name} are no list`)
  const none = value.findIndex((item) => typeof item !== 'object' || item === null || Array.isArray(item))
  return none < 0 ? value : wrong(`number ${none} of its ${name} is no object`)
}
/** A list of numbers of other things. */
function indices(value: number[] | undefined, name: string, of: number): number[] {
  if (value === undefined) return []
  if (!Array.isArray(value)) return wrong(`its ${name} are no list`)
  for (const index of value) if (!isCount(index) || index >= of) wrong(`its ${name} name one that is not there`)
  return value
}
const within = (index: unknown, of: number): boolean => isCount(index) && index < of

/** A buffer that is nowhere: what would lie in it comes out of packed parts. */
export const isFallback = (buffer: NonNullable<Gltf['buffers']>[number]): boolean =>
  buffer.extensions?.[MESHOPT]?.fallback === true && buffer.uri === undefined
/** What packed parts may unfold to (bytes). */
const MOST_UNFOLDED = 512 * 1024 * 1024

/** That a description holds together, before anything is made of it. `lengths`: of its buffers, as they lie here. @throws PlaceFileError */
export function checkGltf(json: Gltf, lengths: readonly number[]): void {
  if (json.asset?.version !== undefined && !/^2\./.test(String(json.asset.version)))
    wrong(`it is glTF ${String(json.asset.version).slice(0, 20)}; glTF 2.0 can be read`)
  const buffers = list(json.buffers, 'buffers')
  buffers.forEach((buffer, i) => {
    if (!isCount(buffer.byteLength)) wrong(`buffer ${i} has no length`)
    if (isFallback(buffer)) {
      if (buffer.byteLength > MOST_UNFOLDED) wrong(`buffer ${i} would unfold to more than 512 MiB`)
      return
    }
    if (buffer.byteLength > (lengths[i] ?? 0) + 3)
      wrong(`buffer ${i} claims ${buffer.byteLength} bytes and has ${lengths[i] ?? 0}`)
  })
  const views = list(json.bufferViews, 'buffer views')
  views.forEach((view, i) => {
    const buffer = buffers[view.buffer]
    if (!buffer) return wrong(`buffer view ${i} is of a buffer that is not there`)
    if (!isCount(view.byteLength) || !isCount(view.byteOffset ?? 0)) wrong(`buffer view ${i} has no length`)
    if ((view.byteOffset ?? 0) + view.byteLength > buffer.byteLength) wrong(`buffer view ${i} reaches past its buffer`)
    const packed = view.extensions?.[MESHOPT]
    if (!packed) return
    const of = buffers[packed.buffer]
    const isWhole = isCount(packed.byteLength) && isCount(packed.byteOffset ?? 0)
    if (!of || isFallback(of) || !isWhole || (packed.byteOffset ?? 0) + packed.byteLength > of.byteLength)
      wrong(`buffer view ${i} is packed where nothing is`)
    if (!isCount(packed.count) || !isCount(packed.byteStride) || packed.count * packed.byteStride > view.byteLength)
      wrong(`buffer view ${i} would unfold past its end`)
  })
  let numbers = 0
  list(json.accessors, 'accessors').forEach((accessor, i) => {
    const width = (COMPONENT[accessor.componentType] ?? 0) * (NUMBERS[accessor.type] ?? 0)
    if (width === 0 || !isCount(accessor.count)) return wrong(`accessor ${i} is of no kind that there is`)
    numbers += accessor.count * NUMBERS[accessor.type]!
    if (numbers > MOST_NUMBERS) wrong('it claims more than 60 million numbers')
    if (accessor.sparse !== undefined) checkSparse(accessor, i, views, width)
    if (accessor.bufferView === undefined) return
    checkRange(accessor, accessor.count, width, `accessor ${i}`, views)
  })
  checkNodes(json)
}

/** That so many things of a width (bytes) lie within their buffer view. */
function checkRange(
  { bufferView, byteOffset = 0 }: { bufferView?: number; byteOffset?: number },
  count: number,
  width: number,
  name: string,
  views: NonNullable<Gltf['bufferViews']>,
): void {
  if (!within(bufferView, views.length)) return wrong(`${name} is of a buffer view that is not there`)
  const view = views[bufferView!]!
  const stride = view.byteStride ?? width
  if (!isCount(byteOffset)) wrong(`${name} begins before its buffer view`)
  if (!isCount(stride) || stride < width) wrong(`${name} lies closer together than it is wide`)
  if (count > 0 && byteOffset + (count - 1) * stride + width > view.byteLength)
    wrong(`${name} reaches past its buffer view`)
}
function checkSparse(
  { sparse, count }: Accessor,
  i: number,
  views: NonNullable<Gltf['bufferViews']>,
  width: number,
): void {
  const name = `accessor ${i}, in what differs,`
  if (typeof sparse !== 'object' || sparse === null || !sparse.indices || !sparse.values)
    return wrong(`${name} is not whole`)
  if (!isCount(sparse.count) || sparse.count > count) wrong(`${name} claims more than it has`)
  checkRange(sparse.indices, sparse.count, COMPONENT[sparse.indices.componentType] ?? 4, name, views)
  checkRange(sparse.values, sparse.count, width, name, views)
}

/** That nodes are a tree: none its own ancestor, none under two. */
function checkNodes(json: Gltf): void {
  const nodes = list(json.nodes, 'nodes')
  const meshes = list(json.meshes, 'meshes')
  const accessors = json.accessors?.length ?? 0
  const skins = list(json.skins, 'skins')
  list(json.cameras, 'cameras')
  list(json.extensions?.KHR_lights_punctual?.lights, 'lights')
  const parent = new Map<number, number>()
  nodes.forEach((node, i) => {
    for (const child of indices(node.children, `children of node ${i}`, nodes.length)) {
      if (parent.has(child)) wrong(`node ${child} hangs under two others`)
      parent.set(child, i)
    }
    if (node.mesh !== undefined && !within(node.mesh, meshes.length)) wrong(`node ${i} is of a mesh that is not there`)
    if (node.skin !== undefined && !within(node.skin, skins.length)) wrong(`node ${i} is of a skin that is not there`)
  })
  nodes.forEach((_, i) => {
    let deep = 0
    for (let at: number | undefined = i; at !== undefined; at = parent.get(at))
      if (++deep > DEEPEST) wrong('its nodes hang in a ring, or more than 200 deep')
  })
  for (const scene of list(json.scenes, 'scenes')) indices(scene.nodes, 'nodes of a scene', nodes.length)
  for (const skin of skins) indices(skin.joints, 'joints of a skin', nodes.length)
  for (const [i, mesh] of meshes.entries())
    for (const primitive of list(mesh.primitives, `parts of mesh ${i}`)) {
      const used = [primitive.indices, ...Object.values(primitive.attributes ?? {})]
      if (used.some((index) => index !== undefined && !within(index, accessors)))
        wrong(`mesh ${i} is of an accessor that is not there`)
    }
  checkMade(json, nodes, meshes)
}

/** What would be made of the meshes as often as nodes and instances show them, counted before it is. */
function checkMade(json: Gltf, nodes: NonNullable<Gltf['nodes']>, meshes: NonNullable<Gltf['meshes']>): void {
  const countOf = (index: number | undefined) => (index === undefined ? 0 : json.accessors![index]!.count)
  const made = meshes.map(({ primitives }) =>
    primitives.reduce((sum, { attributes, indices }) => {
      const corners = countOf(attributes?.POSITION)
      // A strip or fan has three for each but two.
      return sum + 3 * corners + 3 * (indices === undefined ? corners : countOf(indices))
    }, 0),
  )
  let numbers = 0
  for (const { mesh, extensions } of nodes) {
    if (mesh === undefined) continue
    const of = Object.values(extensions?.[INSTANCES]?.attributes ?? {})
    if (of.some((index) => !within(index, json.accessors?.length ?? 0)))
      wrong('instances are of an accessor that is not there')
    numbers += made[mesh]! * (of.length > 0 ? countOf(of[0]) : 1)
    if (numbers > MOST_NUMBERS) wrong('its parts, as often as they are shown, come to more than 60 million numbers')
  }
}
