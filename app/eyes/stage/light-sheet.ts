import * as three from 'three'
import { WHITE_LUX } from '~~/core/light'
import type { Point } from '~~/core/show'
import { noShape, shapeAs, type Lamp } from './lamps'
import { PatchQuads } from './patch-quads'
import { PER_METRE, type LyingPatch, type Patches } from './patches'
import { CHANNELS, SHARE_FIELDS, shareMaterial } from './share-material'
import type { SharedUniforms } from './surface-material'

/** So many lamps shine on a patch: four to a picture, one a channel. */
export const SLOTS = 8
/** So many shine in a picture. */
export const NUMBERS = 64

/** A lamp that shines in a picture. */
export interface Lit {
  lamp: Lamp
  /** Candela of each colour. */
  shines: Point
  /** It, or what stands in its way, isn't as it was. */
  isNew: boolean
}

/** How much of each lamp's light comes to each spot of every surface, worked out where a lamp, what is in its way or the surface has moved. */
export class LightSheet {
  /** One channel a slot: the share of its lamp's candela that comes there, encoded. */
  readonly targets: readonly three.WebGLRenderTarget[]
  /** Which lamp each slot of each patch is of, −1 for none. */
  readonly slots: Int8Array
  private readonly numbers = new Map<string, number>()
  private readonly powers = new Float32Array(NUMBERS)
  /** Lamps that found no slot somewhere. */
  private readonly crowded = new Set<number>()
  private readonly shape = noShape()
  private readonly material: three.ShaderMaterial
  private readonly quads: PatchQuads

  constructor(
    private readonly patches: Patches,
    shared: SharedUniforms,
  ) {
    const { width, height, all } = patches
    this.slots = new Int8Array(all.length * SLOTS).fill(-1)
    this.targets = Array.from(
      { length: SLOTS / CHANNELS },
      () => new three.WebGLRenderTarget(width, height, { minFilter: three.NearestFilter, magFilter: three.NearestFilter, depthBuffer: false }), // prettier-ignore
    )
    this.material = shareMaterial(shared, this.shape, width, height, PER_METRE)
    this.quads = new PatchQuads(this.material, SHARE_FIELDS, all.length)
  }

  /** Has these lamps shine, and no others; what each of them gives, by its number, and which patches aren't as they were. `moved`: which lie elsewhere. */
  show(
    renderer: three.WebGLRenderer,
    lit: readonly Lit[],
    moved: readonly number[],
  ): { shines: Point[]; changed: Set<number> } {
    const ids = new Set(lit.map(({ lamp }) => lamp.light.id))
    const shines = Array.from({ length: NUMBERS }, (): Point => [0, 0, 0])
    this.powers.fill(0)
    const numbered = lit.flatMap((each) => {
      const isKnown = this.numbers.has(each.lamp.light.id)
      const number = this.numberOf(each.lamp.light.id, ids)
      if (number === undefined) return []
      this.powers[number] = each.lamp.candela
      const most = mostShare(each.lamp)
      shines[number] = [each.shines[0] * most, each.shines[1] * most, each.shines[2] * most]
      return [{ lamp: each.lamp, number, isNew: each.isNew || !isKnown }]
    })
    this.forget(moved, new Set(numbered.map(({ number }) => number)))
    const changed = new Set(moved)
    for (const { lamp, number, isNew } of numbered)
      if (isNew || this.crowded.has(number) || moved.length > 0) this.lay(renderer, lamp, number, isNew, moved, changed)
    return { shines, changed }
  }
  /** A lamp's number; undefined where too many shine. Where none is free, one that doesn't shine now loses its own. */
  private numberOf(id: string, shining: ReadonlySet<string>): number | undefined {
    const known = this.numbers.get(id)
    if (known !== undefined) return known
    let number = this.numbers.size
    if (number >= NUMBERS) {
      const dark = [...this.numbers].find(([other]) => !shining.has(other))
      if (!dark) return undefined
      this.numbers.delete(dark[0])
      number = dark[1]
      this.slots.forEach((has, slot) => has === number && (this.slots[slot] = -1))
    }
    this.numbers.set(id, number)
    return number
  }
  /** How lamps that don't shine now shine on what has moved is found out later. */
  private forget(moved: readonly number[], shining: ReadonlySet<number>): void {
    for (const patch of moved)
      for (let slot = patch * SLOTS; slot < (patch + 1) * SLOTS; slot++) {
        const number = this.slots[slot]!
        if (number < 0 || shining.has(number)) continue
        this.slots[slot] = -1
        this.crowded.add(number)
      }
  }
  /** Works out how much of a lamp's light comes to what it reaches: to all of it, or to what has moved or hadn't a slot for it. */
  private lay(
    renderer: three.WebGLRenderer,
    lamp: Lamp,
    number: number,
    isNew: boolean,
    moved: readonly number[],
    changed: Set<number>,
  ): void {
    const isAll = this.crowded.delete(number) || isNew
    const drawn: number[][] = Array.from({ length: SLOTS }, () => [])
    const at = new three.Vector3(...lamp.at)
    const isMoved = new Set(moved)
    const tell = (i: number) => {
      const had = this.slotOf(i, number)
      if (!reaches(at, lamp.light.reach, this.patches.all[i]!)) {
        if (had < 0) return
        this.slots[i * SLOTS + had] = -1
        changed.add(i)
        return
      }
      const slot = had >= 0 ? had : this.makeRoom(i, number)
      if (slot < 0 || !(isNew || had < 0 || isMoved.has(i))) return
      drawn[slot]!.push(i)
      changed.add(i)
    }
    if (isAll) this.patches.all.forEach((_, i) => tell(i))
    else moved.forEach(tell)
    const { uniforms } = this.material
    uniforms.inner!.value = shapeAs(lamp, this.shape).inner
    uniforms.tile!.value = lamp.tile
    uniforms.most!.value = mostShare(lamp)
    drawn.forEach((patches, slot) => this.draw(renderer, patches, slot))
  }

  private slotOf(patch: number, number: number): number {
    for (let slot = 0; slot < SLOTS; slot++) if (this.slots[patch * SLOTS + slot] === number) return slot
    return -1
  }
  /** A slot of a patch for a lamp: a free one, or that of the faintest, if it is fainter; −1 where there is none. */
  private makeRoom(patch: number, number: number): number {
    let found = -1
    let least = this.powers[number]!
    for (let slot = 0; slot < SLOTS; slot++) {
      const has = this.slots[patch * SLOTS + slot]!
      const power = has < 0 ? -1 : this.powers[has]!
      if (power >= least) continue
      least = power
      found = slot
    }
    const loses = found < 0 ? number : this.slots[patch * SLOTS + found]!
    if (loses >= 0) this.crowded.add(loses)
    if (found >= 0) this.slots[patch * SLOTS + found] = number
    return found
  }
  private draw(renderer: three.WebGLRenderer, patches: readonly number[], slot: number): void {
    const channel = slot % CHANNELS
    this.material.blendColor.setRGB(channel === 0 ? 1 : 0, channel === 1 ? 1 : 0, channel === 2 ? 1 : 0)
    this.material.blendAlpha = channel === 3 ? 1 : 0
    this.quads.draw(renderer, this.targets[Math.floor(slot / CHANNELS)]!, patches, (patch, into, from) => {
      const { rect, at, along, up, normal, turned } = this.patches.all[patch]!
      into.set([rect.x, rect.y, rect.w, rect.h, ...at, ...along, ...up, ...normal, ...turned], from)
    })
  }

  dispose(): void {
    for (const target of this.targets) target.dispose()
    this.quads.dispose()
  }
}

/** The greatest share of a lamp's candela that is told apart (lux of each): from so many times white on all is as bright. */
const BRIGHTEST = 24
const mostShare = ({ light }: Lamp): number => (BRIGHTEST * WHITE_LUX) / Math.max(1, light.candela)
/** Whether a lamp's light comes to a patch if nothing is in its way. */
const reaches = (at: three.Vector3, reach: number, { at: begin, normal, isBent, box }: LyingPatch): boolean =>
  box.distanceToPoint(at) < reach && (isBent || at.clone().sub(begin).dot(normal) > 0)
