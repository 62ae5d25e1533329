import { Document, NodeIO, WebIO } from '@gltf-transform/core'
import { EXTMeshGPUInstancing, KHRLightsPunctual } from '@gltf-transform/extensions'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { cutAt, floorsIn, stretchesOf, wallsIn, withoutSteps, type Triangles } from '~~/core/mesh'
import { readPlaceFile } from './read-gltf'
import { PlaceFileError } from './place-faults'

/** Levels as other programs write them, each with something that was once read wrongly. */
const level = (name: string) => readPlaceFile(new Uint8Array(readFileSync(`tests/files/${name}.glb`)))
const wallsOf = (triangles: Triangles, y = 0) =>
  wallsIn(stretchesOf(cutAt(triangles, y + 1.2)), y + 1.2, triangles).filter(({ height }) => height > 2)
const PLAYER = { height: 1.8 }

describe('levels of other programs', () => {
  it('a window keeps its sill and its head', async () => {
    const { triangles } = await level('k2-window')
    const openings = wallsOf(triangles).flatMap((wall) => wall.openings)
    expect(openings).toHaveLength(1)
    expect(openings[0]!.sill).toBeCloseTo(0.9, 2)
    expect(openings[0]!.height).toBeCloseTo(1, 2)
  })
  it('what is under a mirrored node stands the right way up', async () => {
    const { triangles } = await level('g6-mirrored')
    const floors = floorsIn(triangles, PLAYER)
    expect(floors.map(({ y }) => y)).toContain(0)
    expect(floors.every(({ y }) => y >= 0)).toBe(true)
  })
  it('the steps of a stair are no walls across its ramp', async () => {
    const { triangles } = await level('t2-storeys')
    const floors = floorsIn(triangles, PLAYER)
    const ramps = floors.filter(({ slopeTo }) => slopeTo)
    expect(ramps.length).toBeGreaterThan(0)
    const heights = [...new Set(floors.filter(({ slopeTo }) => !slopeTo).map(({ y }) => y))]
    const walls = withoutSteps(
      heights.flatMap((y) => wallsIn(stretchesOf(cutAt(triangles, y + 1.2)), y + 1.2, triangles)),
      floors,
    )
    const onRamps = walls.filter(({ from, to }) =>
      ramps.some(({ outline }) => {
        const [x, z] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]
        const xs = outline.map(([each]) => each)
        const zs = outline.map(([, each]) => each)
        return x > Math.min(...xs) + 0.02 && x < Math.max(...xs) - 0.02 && z > Math.min(...zs) + 0.02 && z < Math.max(...zs) - 0.02 // prettier-ignore
      }),
    )
    expect(onRamps).toEqual([])
    expect(walls.length).toBeGreaterThan(0)
  })
  it('instances stand where each is', async () => {
    const { triangles, nodes } = await level('g4-instancing-optional')
    const document = await new NodeIO().registerExtensions([EXTMeshGPUInstancing]).read('tests/files/g4-instancing-optional.glb') // prettier-ignore
    const node = document.getRoot().listNodes().find((one) => one.getExtension('EXT_mesh_gpu_instancing'))! // prettier-ignore
    const instances = node.getExtension<any>('EXT_mesh_gpu_instancing').getAttribute('TRANSLATION')
    const corners = node.getMesh()!.listPrimitives()[0]!.getAttribute('POSITION')!.getCount()
    expect(instances.getCount()).toBeGreaterThan(1)
    expect(triangles.positions.length / 3).toBeGreaterThanOrEqual(instances.getCount() * corners)
    const { low, high } = nodes.find(({ name }) => name === (node.getName() || node.getMesh()!.getName()))!
    const xs = Array.from({ length: instances.getCount() }, (_, i) => instances.getElement(i, [])[0] as number)
    expect(high[0] - low[0]).toBeGreaterThanOrEqual(Math.max(...xs) - Math.min(...xs) - 1e-4)
  })
  it('a light has the reach that the file says, in the units of the file', async () => {
    const { lights } = await level('g8-cm-light')
    expect(lights[0]!.reach).toBe(600)
  })
})

/** A file around one triangle that hangs below a node. */
async function made(change: (document: Document) => void): Promise<Uint8Array> {
  const document = new Document()
  const buffer = document.createBuffer()
  const position = document
    .createAccessor()
    .setType('VEC3')
    .setArray(Float32Array.from([0, 0, 0, 1, 0, 0, 1, 1, 0, 2, 1, 0, 2, 2, 0]))
    .setBuffer(buffer)
  const primitive = document.createPrimitive().setAttribute('POSITION', position)
  const node = document.createNode('One').setMesh(document.createMesh('One').addPrimitive(primitive))
  document.createScene().addChild(node)
  change(document)
  return new WebIO().registerExtensions([KHRLightsPunctual, EXTMeshGPUInstancing]).writeBinary(document)
}
const partIn = (document: Document) => document.getRoot().listMeshes()[0]!.listPrimitives()[0]!

describe('what else files have in them', () => {
  it('strips and fans become triangles, all turned the same way', async () => {
    const strip = await readPlaceFile(await made((document) => void partIn(document).setMode(5)))
    expect([...strip.triangles.indices]).toEqual([0, 1, 2, 2, 1, 3, 2, 3, 4])
    const fan = await readPlaceFile(await made((document) => void partIn(document).setMode(6)))
    expect([...fan.triangles.indices]).toEqual([0, 1, 2, 0, 2, 3, 0, 3, 4])
  })
  it('what can’t be taken is said: light from nowhere, cameras without an angle, lines', async () => {
    const { left, lights, cameras } = await readPlaceFile(
      await made((document) => {
        const sun = document.createExtension(KHRLightsPunctual).createLight('Sun').setType('directional')
        const scene = document.getRoot().listScenes()[0]!
        scene.addChild(document.createNode('Sun').setExtension('KHR_lights_punctual', sun))
        const flat = document.createCamera('Flat').setType('orthographic').setXMag(4).setYMag(3).setZNear(0.1).setZFar(9) // prettier-ignore
        scene.addChild(document.createNode('Flat').setCamera(flat))
        const wire = document.createPrimitive().setMode(1).setAttribute('POSITION', partIn(document).getAttribute('POSITION')) // prettier-ignore
        document.getRoot().listMeshes()[0]!.addPrimitive(wire)
      }),
    )
    expect([lights, cameras]).toEqual([[], []])
    expect(left.join('; ')).toMatch(/directional.*orthographic.*lines/)
  })
  it('what hangs on bones stands where they are, not where its node is', async () => {
    const { nodes } = await readPlaceFile(
      await made((document) => {
        const [node] = document.getRoot().listNodes()
        const buffer = document.getRoot().listBuffers()[0]!
        const of = (array: Uint8Array<ArrayBuffer> | Float32Array<ArrayBuffer>) =>
          document.createAccessor().setType('VEC4').setArray(array).setBuffer(buffer)
        partIn(document)
          .setAttribute('JOINTS_0', of(new Uint8Array(20)))
          .setAttribute('WEIGHTS_0', of(Float32Array.from({ length: 20 }, (_, i) => (i % 4 === 0 ? 1 : 0))))
        const bone = document.createNode('Bone').setTranslation([0, 3, 0])
        document.getRoot().listScenes()[0]!.addChild(bone)
        node!.setTranslation([100, 0, 0]).setSkin(document.createSkin().addJoint(bone))
      }),
    )
    expect([nodes[0]!.low, nodes[0]!.high]).toEqual([[0, 3, 0], [2, 5, 0]]) // prettier-ignore
  })
  it('how surfaces look is no reason to refuse a file that asks for it', async () => {
    const bytes = await made(() => {})
    const asking = withJson(bytes, (json) => {
      json.extensionsRequired = json.extensionsUsed = [
        'KHR_texture_transform',
        'KHR_materials_unlit',
        'KHR_texture_basisu',
      ]
      json.materials = [{ extensions: { KHR_materials_unlit: {} } }]
      json.meshes[0].primitives[0].material = 0
    })
    expect((await readPlaceFile(asking)).triangles.indices).toHaveLength(3)
  })
})

/** A .glb of another description, with the same binary part. */
function withJson(glb: Uint8Array, change: (json: any) => void): Uint8Array {
  const view = new DataView(glb.buffer, glb.byteOffset, glb.byteLength)
  const length = view.getUint32(12, true)
  const json = JSON.parse(new TextDecoder().decode(glb.subarray(20, 20 + length)))
  change(json)
  let text = JSON.stringify(json)
  while (text.length % 4) text += ' '
  const rest = glb.subarray(20 + length)
  const out = new Uint8Array(20 + text.length + rest.length)
  out.set(glb.subarray(0, 20))
  out.set(new TextEncoder().encode(text), 20)
  out.set(rest, 20 + text.length)
  new DataView(out.buffer).setUint32(8, out.length, true)
  new DataView(out.buffer).setUint32(12, text.length, true)
  return out
}

describe('descriptions made to be hard are refused in words, before anything is made of them', () => {
  const many = (n: number) => Array.from({ length: n }, (_, i) => i)
  it.each<[string, RegExp, (json: any) => void]>([
    ['a sparse accessor of a thousand million', /claims more than it has/, (json) => (json.accessors[0].sparse = { count: 1e9, indices: { bufferView: 0, componentType: 5125 }, values: { bufferView: 0 } })],
    ['one that reaches past its view', /reaches past/, (json) => (json.accessors[0].sparse = { count: 5, indices: { bufferView: 0, componentType: 5125, byteOffset: 55 }, values: { bufferView: 0 } })],
    ['one without its halves', /not whole/, (json) => (json.accessors[0].sparse = { count: 1 })],
    ['a part shown again and again', /60 million/, (json) => { json.accessors[0].count = 1e6; json.bufferViews[0].byteLength = 12e6; json.buffers[0].byteLength = 12e6; json.nodes = many(30).map(() => ({ mesh: 0 })); json.scenes[0].nodes = many(30) }],
    ['lists of nothing', /number 0 of its nodes is no object/, (json) => (json.nodes = [null])],
    ['accessors of nothing', /no object/, (json) => (json.accessors = [null])],
    ['meshes of nothing', /no object/, (json) => (json.meshes = [null])],
    ['parts of nothing', /no object/, (json) => (json.meshes[0].primitives = [null])],
    ['views of nothing', /no object/, (json) => (json.bufferViews = [null])],
    ['buffers of nothing', /no object/, (json) => (json.buffers = [null])],
    ['scenes of nothing', /no object/, (json) => (json.scenes = [null])],
    ['what begins before its view', /begins before/, (json) => (json.accessors[0].byteOffset = -12)],
    ['what lies closer together than it is wide', /closer together/, (json) => (json.bufferViews[0].byteStride = 4)],
    ['nested lists', /levels deep/, (json) => (json.extras = JSON.parse('['.repeat(500) + ']'.repeat(500)))],
  ])('%s', async (_, words, change) => {
    const glb = withJson(await made(() => {}), change)
    const grown = new Uint8Array(Math.max(glb.length, 12_100_000))
    grown.set(glb)
    const error = await readPlaceFile(/million/.test(words.source) ? withLength(grown) : glb).then(() => undefined, (e: Error) => e)
    expect(error).toBeInstanceOf(PlaceFileError)
    expect(error!.message).toMatch(words)
  }) // prettier-ignore
})
/** A .glb to whose binary part zeros have been added. */
function withLength(bytes: Uint8Array): Uint8Array {
  const view = new DataView(bytes.buffer)
  view.setUint32(8, bytes.length, true)
  const at = 20 + view.getUint32(12, true)
  view.setUint32(at, bytes.length - at - 8, true)
  return bytes
}

describe('sloping ground', () => {
  /** Hills as a sheet of so many squares each way, two triangles a square of a metre. */
  function hills(n: number): Triangles {
    const height = (x: number, z: number) => 3 * Math.sin(x / 9) + 2 * Math.cos(z / 7) + 0.05 * Math.sin(3 * x + 5 * z)
    const positions = new Float32Array(3 * (n + 1) ** 2)
    for (let z = 0; z <= n; z++) for (let x = 0; x <= n; x++) positions.set([x, height(x, z), z], 3 * (z * (n + 1) + x))
    const indices: number[] = []
    for (let z = 0; z < n; z++)
      for (let x = 0; x < n; x++) {
        const a = z * (n + 1) + x
        indices.push(a, a + n + 1, a + 1, a + 1, a + n + 1, a + n + 2)
      }
    return { positions, indices: Uint32Array.from(indices) }
  }
  it('of 5,000 triangles is some ramps, that hold most of it', () => {
    const floors = floorsIn(hills(50), PLAYER)
    expect(floors.length).toBeGreaterThan(5)
    expect(floors.length).toBeLessThan(150)
    expect(floors.reduce((sum, { area }) => sum + area, 0)).toBeGreaterThan(0.7 * 2500)
  })
  it('of 80,000 triangles is as well, with word of how far it is', () => {
    const shares: number[] = []
    expect(floorsIn(hills(200), PLAYER, (share) => shares.push(share)).length).toBeGreaterThan(20)
    expect(shares.length).toBeGreaterThan(3)
  })
})
