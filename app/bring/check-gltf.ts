import { jsonTooMuch, MOST_GLTF } from '~~/core/base'
import { FAULTS, wrong } from './place-faults'

/** More corners or triangles than this are no level but a mistake. */
export const MOST_NUMBERS = 60_000_000
/** A tree of nodes may be this deep. */
const DEEPEST = 200

const MAGIC = 0x46546c67
const JSON_CHUNK = 0x4e4f534a

/** The JSON of a .glb (glTF 2.0, binary container), and how long its binary part is. @throws PlaceFileError */
export function glbJson(bytes: Uint8Array): { json: Gltf; binary: number } {
  if (bytes.length < 20) wrong(FAULTS.cutOff)
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (view.getUint32(0, true) !== MAGIC) wrong(FAULTS.noGlb)
  const version = view.getUint32(4, true)
  if (version !== 2) wrong(FAULTS.version(version))
  const length = view.getUint32(8, true)
  if (length > bytes.length) wrong(FAULTS.shorter(length, bytes.length))
  const chunk = view.getUint32(12, true)
  if (view.getUint32(16, true) !== JSON_CHUNK) wrong(FAULTS.noDescription)
  if (20 + chunk > length) wrong(FAULTS.descriptionLonger)
  const json = parsed(bytes.subarray(20, 20 + chunk))
  const at = 20 + chunk
  let binary = 0
  if (at + 8 <= length) {
    binary = view.getUint32(at, true)
    if (at + 8 + binary > length) wrong(FAULTS.binaryLonger)
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
  if (tooMuch) wrong(FAULTS.descriptionIs(tooMuch))
  let json: unknown
  try {
    json = JSON.parse(new TextDecoder().decode(bytes))
  } catch {
    return wrong(FAULTS.noJson)
  }
  if (typeof json !== 'object' || json === null || Array.isArray(json)) return wrong(FAULTS.noJsonObject)
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
  if (!Array.isArray(value)) return wrong(FAULTS.noList(name))
  const none = value.findIndex((item) => typeof item !== 'object' || item === null || Array.isArray(item))
  return none < 0 ? value : wrong(FAULTS.noObject(none, name))
}
/** A list of numbers of other things. */
function indices(value: number[] | undefined, name: string, of: number): number[] {
  if (value === undefined) return []
  if (!Array.isArray(value)) return wrong(FAULTS.noList(name))
  for (const index of value) if (!isCount(index) || index >= of) wrong(FAULTS.namesNothing(name))
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
    wrong(FAULTS.version(json.asset.version))
  const buffers = list(json.buffers, 'buffers')
  buffers.forEach((buffer, i) => {
    if (!isCount(buffer.byteLength)) wrong(FAULTS.bufferNoLength(i))
    if (isFallback(buffer)) {
      if (buffer.byteLength > MOST_UNFOLDED) wrong(FAULTS.bufferUnfolds(i))
      return
    }
    if (buffer.byteLength > (lengths[i] ?? 0) + 3) wrong(FAULTS.bufferShorter(i, buffer.byteLength, lengths[i] ?? 0))
  })
  const views = list(json.bufferViews, 'buffer views')
  views.forEach((view, i) => {
    const buffer = buffers[view.buffer]
    if (!buffer) return wrong(FAULTS.viewOfNone(i))
    if (!isCount(view.byteLength) || !isCount(view.byteOffset ?? 0)) wrong(FAULTS.viewNoLength(i))
    if ((view.byteOffset ?? 0) + view.byteLength > buffer.byteLength) wrong(FAULTS.viewPastEnd(i))
    const packed = view.extensions?.[MESHOPT]
    if (!packed) return
    const of = buffers[packed.buffer]
    const isWhole = isCount(packed.byteLength) && isCount(packed.byteOffset ?? 0)
    if (!of || isFallback(of) || !isWhole || (packed.byteOffset ?? 0) + packed.byteLength > of.byteLength)
      wrong(FAULTS.viewPacked(i))
    if (!isCount(packed.count) || !isCount(packed.byteStride) || packed.count * packed.byteStride > view.byteLength)
      wrong(FAULTS.viewUnfolds(i))
  })
  let numbers = 0
  list(json.accessors, 'accessors').forEach((accessor, i) => {
    const width = (COMPONENT[accessor.componentType] ?? 0) * (NUMBERS[accessor.type] ?? 0)
    if (width === 0 || !isCount(accessor.count)) return wrong(FAULTS.accessorKind(i))
    numbers += accessor.count * NUMBERS[accessor.type]!
    if (numbers > MOST_NUMBERS) wrong(FAULTS.numbers)
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
  if (!within(bufferView, views.length)) return wrong(FAULTS.rangeOfNone(name))
  const view = views[bufferView!]!
  const stride = view.byteStride ?? width
  if (!isCount(byteOffset)) wrong(FAULTS.rangeBefore(name))
  if (!isCount(stride) || stride < width) wrong(FAULTS.rangeClose(name))
  if (count > 0 && byteOffset + (count - 1) * stride + width > view.byteLength) wrong(FAULTS.rangePastEnd(name))
}
function checkSparse(
  { sparse, count }: Accessor,
  i: number,
  views: NonNullable<Gltf['bufferViews']>,
  width: number,
): void {
  const name = `accessor ${i}, in what differs,`
  if (typeof sparse !== 'object' || sparse === null || !sparse.indices || !sparse.values)
    return wrong(FAULTS.sparseNotWhole(name))
  if (!isCount(sparse.count) || sparse.count > count) wrong(FAULTS.sparseClaims(name))
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
      if (parent.has(child)) wrong(FAULTS.twoParents(child))
      parent.set(child, i)
    }
    if (node.mesh !== undefined && !within(node.mesh, meshes.length)) wrong(FAULTS.nodeOfNoMesh(i))
    if (node.skin !== undefined && !within(node.skin, skins.length)) wrong(FAULTS.nodeOfNoSkin(i))
  })
  nodes.forEach((_, i) => {
    let deep = 0
    for (let at: number | undefined = i; at !== undefined; at = parent.get(at)) if (++deep > DEEPEST) wrong(FAULTS.ring)
  })
  for (const scene of list(json.scenes, 'scenes')) indices(scene.nodes, 'nodes of a scene', nodes.length)
  for (const skin of skins) indices(skin.joints, 'joints of a skin', nodes.length)
  for (const [i, mesh] of meshes.entries())
    for (const primitive of list(mesh.primitives, `parts of mesh ${i}`)) {
      const used = [primitive.indices, ...Object.values(primitive.attributes ?? {})]
      if (used.some((index) => index !== undefined && !within(index, accessors))) wrong(FAULTS.meshOfNone(i))
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
    if (of.some((index) => !within(index, json.accessors?.length ?? 0))) wrong(FAULTS.instancesOfNone)
    numbers += made[mesh]! * (of.length > 0 ? countOf(of[0]) : 1)
    if (numbers > MOST_NUMBERS) wrong(FAULTS.shownNumbers)
  }
}
