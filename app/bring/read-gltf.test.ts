import { WebIO } from '@gltf-transform/core'
import { EXTMeshoptCompression } from '@gltf-transform/extensions'
import { zipSync } from 'fflate'
import { MeshoptEncoder } from 'meshoptimizer'
import { describe, expect, it } from 'vitest'
import { cutAt, floorsIn, placed, stretchesOf, wallsIn } from '~~/core/mesh'
import { CAMERA, LAMP, LEVEL, levelByThree, levelByTransform } from '../../tests/harness/level'
import { glbJson } from './check-gltf'
import { PlaceFileError } from './place-faults'
import { readPlaceFile } from './read-gltf'

const writers = { '@gltf-transform': levelByTransform, 'three’s exporter': levelByThree }

/** A .glb of another description, with the same binary part. */
function withJson(glb: Uint8Array, change: (json: any) => void): Uint8Array {
  const { json } = glbJson(glb)
  change(json)
  const view = new DataView(glb.buffer, glb.byteOffset)
  const binary = glb.subarray(20 + view.getUint32(12, true))
  let text = JSON.stringify(json)
  while (text.length % 4) text += ' '
  const made = new Uint8Array(20 + text.length + binary.length)
  made.set(glb.subarray(0, 20))
  made.set(new TextEncoder().encode(text), 20)
  made.set(binary, 20 + text.length)
  const out = new DataView(made.buffer)
  out.setUint32(8, made.length, true)
  out.setUint32(12, text.length, true)
  return made
}
const refusal = async (bytes: Uint8Array): Promise<string> => {
  const error = await readPlaceFile(bytes).then(
    () => undefined,
    (e: Error) => e,
  )
  expect(error).toBeInstanceOf(PlaceFileError)
  return error!.message
}

describe.each(Object.entries(writers))('a level written by %s', (_, write) => {
  it('comes with its triangles, its parts by name, its lights and cameras where they are', async () => {
    const { triangles, nodes, lights, cameras } = await readPlaceFile(await write())
    expect(triangles.indices.length / 3).toBe(LEVEL.length * 12)
    expect(nodes.map(({ name }) => name.replace(/_/g, ' '))).toEqual(LEVEL.map(({ name }) => name))
    const crate = nodes.find(({ name }) => name === 'Crate')!
    crate.low.forEach((value, i) => expect(value).toBeCloseTo([7.5, 0, 4][i]!, 5))
    expect(lights).toHaveLength(1)
    expect(lights[0]).toMatchObject({ kind: 'point', candela: LAMP.candela, colour: '#ffbc00' })
    lights[0]!.at.forEach((value, i) => expect(value).toBeCloseTo(LAMP.at[i]!, 5))
    expect(cameras).toHaveLength(1)
    expect(cameras[0]).toMatchObject({ yaw: 90, pitch: 0, fov: 60 })
    cameras[0]!.at.forEach((value, i) => expect(value).toBeCloseTo(CAMERA.at[i]!, 5))
  })
  it('says how much of it is read, on and on to the whole', async () => {
    const shares: number[] = []
    const { triangles } = await readPlaceFile(await write(), (share) => shares.push(share))
    floorsIn(triangles, { height: 1.8 }, (share) => shares.push(1 + share))
    expect(shares.length).toBeGreaterThan(8)
    expect([...shares].sort((a, b) => a - b)).toEqual(shares)
    expect(Math.max(...shares)).toBeLessThanOrEqual(2)
  })
  it('shows its walls by their two sides, the doorway as an opening as high as its lintel lets', async () => {
    const { triangles } = await readPlaceFile(await write())
    const walls = wallsIn(stretchesOf(cutAt(triangles, 1.2)), 1.2, triangles).filter(({ height }) => height > 2)
    expect(walls).toHaveLength(4)
    for (const wall of walls) expect(wall).toMatchObject({ y: 0, height: 3, thickness: 0.2 })
    const partition = walls.find(({ openings }) => openings.length > 0)!
    expect(partition.from[0]).toBeCloseTo(5, 3)
    expect(partition.openings).toHaveLength(1)
    const [door] = partition.openings
    expect(Math.min(partition.from[1], partition.to[1]) + door!.at).toBeCloseTo(1.8, 2)
    expect(door).toMatchObject({ width: 1.2, height: 2.1 })
  })
  it('shows its floor, and its stair as a ramp as steep', async () => {
    const { triangles } = await readPlaceFile(await write())
    const floors = floorsIn(triangles, { height: 1.8 })
    const ramp = floors.find(({ slopeTo }) => slopeTo)!
    expect(ramp.y).toBeCloseTo(0, 1)
    expect(ramp.slopeTo!.y).toBeCloseTo(1.2, 2)
    // The tops of walls are none.
    expect(floors).toHaveLength(2)
    const slab = floors.find(({ y, slopeTo }) => y === 0 && !slopeTo)!
    // The crate and the feet of walls are too low to stand under.
    expect(slab.area).toBeGreaterThan(50)
    expect(slab.area).toBeLessThan(60)
  })
})

it('a level packed with Meshopt comes in as the same triangles, and claims past what is there are refused', async () => {
  await MeshoptEncoder.ready
  const io = new WebIO()
    .registerExtensions([EXTMeshoptCompression])
    .registerDependencies({ 'meshopt.encoder': MeshoptEncoder })
  const document = await new WebIO().registerExtensions([]).readBinary(await levelByThree())
  document.createExtension(EXTMeshoptCompression).setRequired(true)
  const packed = await io.writeBinary(document)
  expect(glbJson(packed).json.extensionsRequired).toContain('EXT_meshopt_compression')
  const { triangles, nodes, glb } = await readPlaceFile(packed)
  expect(triangles.indices.length / 3).toBe(LEVEL.length * 12)
  const crate = nodes.find(({ name }) => name === 'Crate')!
  crate.high.forEach((value, i) => expect(value).toBeCloseTo([8.5, 0.8, 5][i]!, 3))
  // What came packed is kept as it came, and claims of what it unfolds to are checked.
  expect(glb).toBe(packed)
  const claims: [string, (json: any) => void][] = [
    ['more than 512 MiB', (json) => (json.buffers[1].byteLength = 2 ** 31)],
    [
      'packed where nothing is',
      (json) => (json.bufferViews[0].extensions.EXT_meshopt_compression.byteLength = 2 ** 31),
    ],
    ['would unfold past its end', (json) => (json.bufferViews[0].extensions.EXT_meshopt_compression.count = 2 ** 31)],
  ]
  for (const [words, change] of claims) expect(await refusal(withJson(packed, change)), words).toContain(words)
})

describe('a place as it stands', () => {
  it('is scaled, turned counter-clockwise and moved', () => {
    const one = { positions: Float32Array.from([1, 2, 0]), indices: new Uint32Array() }
    const { positions } = placed(one, { scale: 2, yaw: 90, at: [10, 0, 5] })
    expect([...positions].map((value) => Math.round(value * 1e4) / 1e4)).toEqual([10, 4, 3])
  })
  it('is cut just where its triangles cross the height', async () => {
    const { triangles } = await readPlaceFile(await levelByTransform([LEVEL[7]!]))
    const { ends } = cutAt(triangles, 0.5)
    const xs = [...ends].filter((_, i) => i % 2 === 0)
    const zs = [...ends].filter((_, i) => i % 2 === 1)
    expect([Math.min(...xs), Math.max(...xs), Math.min(...zs), Math.max(...zs)]).toEqual([7.5, 8.5, 4, 5])
    expect(cutAt(triangles, 0.81).ends).toHaveLength(0)
  })
})

describe('what is wrong with a file is said in words', () => {
  it('no .glb, cut off, or of another version', async () => {
    const glb = await levelByTransform()
    expect(await refusal(new TextEncoder().encode('this is no place at all'))).toContain('does not begin with')
    expect(await refusal(glb.subarray(0, glb.length - 100))).toContain('cut off')
    expect(await refusal(glb.subarray(0, 10))).toContain('cut off')
    const old = glb.slice()
    new DataView(old.buffer).setUint32(4, 1, true)
    expect(await refusal(old)).toContain('glTF 1')
  })
  it('claims that go past what is there', async () => {
    const glb = await levelByTransform()
    const claims: [string, (json: any) => void][] = [
      ['accessor 0 reaches past', (json) => (json.accessors[0].count = 1e6)],
      ['more than 60 million', (json) => (json.accessors[0].count = 2 ** 31)],
      ['reaches past its buffer', (json) => (json.bufferViews[0].byteLength = 2 ** 31)],
      ['claims 2147483648 bytes', (json) => (json.buffers[0].byteLength = 2 ** 31)],
      [
        'hang in a ring',
        (json) => json.nodes.push({ children: [json.nodes.length + 1] }, { children: [json.nodes.length] }),
      ],
      [
        'hangs under two',
        (json) => json.nodes.slice(0, 2).forEach((node: { children: number[] }) => (node.children = [2])),
      ],
      ['name one that is not there', (json) => (json.nodes[0].children = [999])],
      ['of a mesh that is not there', (json) => (json.nodes[0].mesh = 999)],
      ['Draco', (json) => (json.extensionsRequired = ['KHR_draco_mesh_compression'])],
      ['it needs EXT_made_up', (json) => (json.extensionsRequired = ['EXT_made_up'])],
      ['no kind that there is', (json) => (json.accessors[0].componentType = 7)],
    ]
    for (const [words, change] of claims) expect(await refusal(withJson(glb, change)), words).toContain(words)
  })
  it('corners at no number, or that are not there', async () => {
    const glb = await levelByTransform([LEVEL[0]!])
    const { json } = glbJson(glb) as any
    const at = (accessor: number) => json.bufferViews[json.accessors[accessor].bufferView].byteOffset ?? 0
    const view = new DataView(glb.buffer, glb.byteOffset)
    const body = 28 + view.getUint32(12, true)
    const { POSITION } = json.meshes[0].primitives[0].attributes
    const odd = glb.slice()
    new DataView(odd.buffer).setFloat32(body + at(POSITION), NaN, true)
    expect(await refusal(odd)).toContain('no number')
    const { indices } = json.meshes[0].primitives[0]
    const stray = glb.slice()
    new DataView(stray.buffer).setUint16(body + at(indices), 9999, true)
    expect(await refusal(stray)).toContain('a corner that is not there')
  })
  it('a ZIP without a place, with a part missing; one that has it all comes in', async () => {
    const glb = await levelByTransform()
    const { json } = glbJson(glb) as any
    const view = new DataView(glb.buffer, glb.byteOffset)
    const binary = glb.slice(28 + view.getUint32(12, true))
    json.buffers[0].uri = 'level.bin'
    const text = new TextEncoder().encode(JSON.stringify(json))
    expect(await refusal(zipSync({ 'notes.txt': text }))).toContain('no .gltf')
    expect(await refusal(zipSync({ 'level.gltf': text }))).toContain('“level.bin” is not in the ZIP')
    const whole = await readPlaceFile(zipSync({ 'a/level.gltf': text, 'a/level.bin': binary }))
    expect(whole.nodes).toHaveLength(LEVEL.length)
    // What is kept is one file that can be read again.
    expect((await readPlaceFile(whole.glb)).nodes).toHaveLength(LEVEL.length)
  })
})
