import { radians } from '~~/core/base'
import * as three from 'three'
import { GLTFLoader, type GLTF } from 'three/examples/jsm/loaders/GLTFLoader.js'
import type { Mesh as Placing, Prop, Wall } from '~~/core/show'
import { CoarseMeshes, trianglesOf } from './coarse-meshes'
import { CornerLight } from './corner-light'
import type { Lit } from './light-sheet'
import { meshMaterial, type SharedUniforms } from './surface-material'

/** What a node is called once it is read: its name as `PropertyBinding` allows it. */
const named = (name: string) => three.PropertyBinding.sanitizeNodeName(name)

type Drawn = three.Mesh<three.BufferGeometry, three.ShaderMaterial>
const isMesh = (thing: three.Object3D): thing is three.Mesh<three.BufferGeometry, three.MeshStandardMaterial> =>
  'isMesh' in thing
const isDrawn = (thing: three.Object3D): thing is Drawn => 'isMesh' in thing

/** Reads a .glb that the server keeps. @throws Error where it isn't there or can't be read */
async function read(asset: string): Promise<GLTF> {
  const answer = await fetch(`/api/assets/${asset}`)
  if (!answer.ok) throw new Error('The file of the mesh is not here.')
  const loader = new GLTFLoader()
  const { MeshoptDecoder } = await import('meshoptimizer')
  loader.setMeshoptDecoder(MeshoptDecoder)
  return loader.parseAsync(await answer.arrayBuffer(), '')
}

/** What is made of more triangles isn't looked through for what is under the pointer. */
const MOST_POINTABLE = 200_000
/** Whether neither it nor what it is part of is hidden. */
const isSeen = ({ visible, parent }: three.Object3D): boolean => visible && (!parent || isSeen(parent))
/** A node is the prop that has its name and its box, within this (m). */
const SAME = 0.02

/** A node of the mesh that a prop was made of. */
interface Taken {
  node: three.Object3D
  /** Where it is in the mesh, and where it is in the prop's own frame. */
  home: three.Matrix4
  inProp: three.Matrix4
}
const frameOf = ([x, y, z]: readonly [number, number, number], yaw: number) =>
  new three.Matrix4().makeRotationY(radians(yaw)).setPosition(x, y, z)

/** The mesh of a place with its own colours and pictures, in our light. */
export class PlaceMesh {
  private asset: string | undefined
  private root: three.Group | undefined
  private drawn: Drawn[] = []
  private coarse: CoarseMeshes | undefined
  private readonly coarsely = new Set<three.ShaderMaterial>()
  private readonly cornerLights = new WeakMap<three.BufferGeometry, CornerLight>()
  private readonly taken = new Map<string, { prop: Prop; mesh: Placing; taken: Taken | undefined }>()
  constructor(
    private readonly scene: three.Scene,
    private readonly shared: SharedUniforms,
    /** Something has come that is to be drawn. */
    private readonly came: () => void,
  ) {}

  get isThere(): boolean {
    return this.root !== undefined
  }
  /** What of it is drawn coarsely, for the sake of the rate, by the light at its corners. */
  showCoarse(isCoarse: boolean, lit: readonly Lit[], walls: readonly Wall[]): void {
    this.coarsely.clear()
    for (const mesh of this.coarse?.show(isCoarse) ?? []) {
      let light = this.cornerLights.get(mesh.geometry)
      if (!light) this.cornerLights.set(mesh.geometry, (light = new CornerLight(mesh.geometry)))
      light.show(lit, walls, mesh.matrixWorld)
      this.coarsely.add(mesh.material)
    }
  }
  /** What of it can be pointed at: what is made of very many triangles is too slow to be looked through at each move. */
  get pointable(): readonly three.Object3D[] {
    return this.drawn.filter((mesh) => isSeen(mesh) && trianglesOf(mesh.geometry) < MOST_POINTABLE)
  }
  /** The prop that was made of a node of it. */
  propOf(object: three.Object3D): string | undefined {
    for (const [id, { taken }] of this.taken)
      for (let node: three.Object3D | null = object; node && taken; node = node.parent)
        if (node === taken.node) return id
    return undefined
  }
  get isCoarse(): boolean {
    return this.coarsely.size > 0
  }
  isCornerLit(material: three.ShaderMaterial): boolean {
    return this.coarsely.has(material)
  }
  show(mesh: Placing | undefined): void {
    if (mesh?.asset !== this.asset) {
      this.drop()
      this.asset = mesh?.asset
      if (mesh) void this.fetch(mesh.asset)
    }
    if (!mesh || !this.root) return
    this.root.position.set(...mesh.at)
    this.root.rotation.set(0, radians(mesh.yaw), 0)
    this.root.scale.setScalar(mesh.scale)
    this.root.updateMatrixWorld(true)
  }

  /** What of the mesh a prop was made of goes where the prop is; false where it was made of nothing of it. */
  goWith(prop: Prop, isShown: boolean, mesh: Placing | undefined, at: three.Matrix4): boolean {
    if (!this.root || !mesh) return false
    let known = this.taken.get(prop.id)
    if (known?.prop !== prop || known.mesh !== mesh) {
      known?.taken?.node.matrix.copy(known.taken.home)
      this.taken.set(prop.id, (known = { prop, mesh, taken: this.nodeOf(prop) }))
    }
    const { taken } = known
    if (!taken) return false
    const { node, inProp } = taken
    node.visible = isShown
    const above = node.parent!.matrixWorld.clone().invert()
    node.matrixAutoUpdate = false
    node.matrix.copy(above).multiply(at).multiply(inProp)
    return true
  }
  private nodeOf(prop: Prop): Taken | undefined {
    let found: three.Object3D | undefined
    this.root!.traverse((node) => {
      if (found || node.name === '' || node.name !== named(prop.name)) return
      const box = new three.Box3().setFromObject(node, true)
      const middle = box.getCenter(new three.Vector3())
      const high = box.max.y - box.min.y
      const isThere =
        Math.abs(box.min.y - prop.at[1]) < SAME &&
        Math.abs(high - prop.size[1]) < SAME &&
        Math.hypot(middle.x - prop.at[0], middle.z - prop.at[2]) < SAME
      if (isThere) found = node
    })
    if (!found) return undefined
    found.updateMatrix()
    const inProp = frameOf(prop.at, prop.yaw).invert().multiply(found.matrixWorld)
    return { node: found, home: found.matrix.clone(), inProp }
  }
  private async fetch(asset: string): Promise<void> {
    const found = await read(asset).catch(() => undefined)
    if (!found || asset !== this.asset) return
    const root = new three.Group().add(found.scene)
    root.traverse((thing) => {
      if (!isMesh(thing)) return
      const materials = Array.isArray(thing.material) ? thing.material : [thing.material]
      thing.material = meshMaterial(this.shared, materials[0]!) as never
      materials.forEach((each: three.Material) => each.dispose())
      if (!thing.geometry.getAttribute('normal')) thing.geometry.computeVertexNormals()
    })
    this.root = root
    this.scene.add(root)
    root.traverse((thing) => isDrawn(thing) && this.drawn.push(thing))
    this.coarse = new CoarseMeshes(this.drawn, this.came)
    this.came()
  }
  private drop(): void {
    const { root } = this
    if (!root) return
    this.coarse?.dispose()
    this.coarse = undefined
    this.scene.remove(root)
    root.traverse((thing) => {
      if (!isDrawn(thing)) return
      thing.geometry.dispose()
      ;(thing.material.uniforms.map?.value as three.Texture | null)?.dispose()
      thing.material.dispose()
    })
    this.root = undefined
    this.drawn = []
    this.taken.clear()
  }
  dispose(): void {
    this.asset = undefined
    this.drop()
  }
}
