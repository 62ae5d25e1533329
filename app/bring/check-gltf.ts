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
  const text = new TextDecoder().decode(bytes.subarray(20, 20 + chunk))
  const json = parsed(text)
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
}
interface Packed {
  buffer: number
  byteOffset?: number
  byteLength: number
  byteStride: number
  count: number
}
const MESHOPT = 'EXT_meshopt_compression'
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
  nodes?: { children?: number[]; mesh?: number }[]
  meshes?: { primitives: { indices?: number; attributes: Record<string, number> }[] }[]
  scenes?: { nodes?: number[] }[]
  extensionsRequired?: string[]
}
export function parsed(text: string): Gltf {
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    return wrong('its description is no JSON')
  }
  if (typeof json !== 'object' || json === null || Array.isArray(json))
    return wrong('its description is no JSON object')
  return json as Gltf
}

const COMPONENT: { [type: number]: number } = { 5120: 1, 5121: 1, 5122: 2, 5123: 2, 5125: 4, 5126: 4 }
const NUMBERS: { [type: string]: number } = { SCALAR: 1, VEC2: 2, VEC3: 3, VEC4: 4, MAT2: 4, MAT3: 9, MAT4: 16 }
const isCount = (value: unknown): value is number => Number.isSafeInteger(value) && (value as number) >= 0
const list = <T>(value: T[] | undefined, name: string): T[] =>
  value === undefined ? [] : Array.isArray(value) ? value : wrong(`its ${name} are no list`)

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
    if (accessor.bufferView === undefined) return
    const view = views[accessor.bufferView]
    if (!view) return wrong(`accessor ${i} is of a buffer view that is not there`)
    if (accessor.count === 0) return
    const end = (accessor.byteOffset ?? 0) + (accessor.count - 1) * (view.byteStride ?? width) + width
    if (end > view.byteLength) wrong(`accessor ${i} reaches past its buffer view`)
  })
  checkNodes(json)
}

/** That nodes are a tree: none its own ancestor, none under two. */
function checkNodes(json: Gltf): void {
  const nodes = list(json.nodes, 'nodes')
  const parent = new Map<number, number>()
  nodes.forEach((node, i) => {
    if (typeof node !== 'object' || node === null) wrong(`node ${i} is no node`)
    for (const child of list(node.children, `children of node ${i}`)) {
      if (!nodes[child]) wrong(`node ${i} has a child that is not there`)
      if (parent.has(child)) wrong(`node ${child} hangs under two others`)
      parent.set(child, i)
    }
    if (node.mesh !== undefined && !json.meshes?.[node.mesh]) wrong(`node ${i} is of a mesh that is not there`)
  })
  nodes.forEach((_, i) => {
    let deep = 0
    for (let at: number | undefined = i; at !== undefined; at = parent.get(at))
      if (++deep > DEEPEST) wrong('its nodes hang in a ring, or more than 200 deep')
  })
  for (const scene of list(json.scenes, 'scenes'))
    for (const node of list(scene.nodes, 'nodes of a scene'))
      if (!nodes[node]) wrong('a scene has a node that is not there')
  for (const [i, mesh] of list(json.meshes, 'meshes').entries())
    for (const primitive of list(mesh.primitives, `parts of mesh ${i}`)) {
      const used = [primitive.indices, ...Object.values(primitive.attributes ?? {})]
      for (const index of used)
        if (index !== undefined && !json.accessors?.[index]) wrong(`mesh ${i} is of an accessor that is not there`)
    }
}
