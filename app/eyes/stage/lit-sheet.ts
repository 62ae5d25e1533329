import * as three from 'three'
import type { Point } from '~~/core/show'
import { NUMBERS, SLOTS, type LightSheet } from './light-sheet'
import { LIT_FIELDS, litMaterial } from './lit-material'
import { PatchQuads } from './patch-quads'
import type { Patches } from './patches'
import type { SharedUniforms } from './surface-material'

/** What gives less more or less than this share of what it gave looks as it did. */
const SAME = 0.004
const isNear = (a: number, b: number): boolean => Math.abs(a - b) <= SAME * a
const WORDS = NUMBERS / 32

/** Every surface as it is lit now, without its grain: worked out for what is in sight where its light has changed, looked up by the picture. */
export class LitSheet {
  private readonly target: three.WebGLRenderTarget
  private readonly quads: PatchQuads
  private readonly material: three.ShaderMaterial
  /** Which patches aren't as they were worked out. */
  private readonly isStale: Uint8Array
  /** Which lamps shine on each patch: a bit a number, 32 in each word. */
  private readonly lampsOf: Uint32Array
  private readonly gave = Array.from({ length: NUMBERS }, (): Point => [0, 0, 0])
  private air = ''
  private readonly tints: (readonly Point[])[] = []

  constructor(
    private readonly patches: Patches,
    private readonly light: LightSheet,
    shared: SharedUniforms,
  ) {
    const { width, height, all } = patches
    this.target = new three.WebGLRenderTarget(width, height, { depthBuffer: false })
    shared.lit.value = this.target.texture
    this.material = litMaterial(shared, light.targets, width, height)
    this.quads = new PatchQuads(this.material, LIT_FIELDS, all.length)
    this.isStale = new Uint8Array(all.length).fill(1)
    this.lampsOf = new Uint32Array(all.length * WORDS)
  }

  /** @param air what else decides how light looks, written out */
  show(
    renderer: three.WebGLRenderer,
    frustum: three.Frustum,
    { shines, changed }: { shines: readonly Point[]; changed: ReadonlySet<number> },
    air: string,
  ): void {
    if (air !== this.air) this.isStale.fill(1)
    this.air = air
    this.findColours()
    for (const patch of changed) this.findLamps(patch)
    this.heed(shines)
    const drawn: number[] = []
    this.patches.all.forEach(({ box }, patch) => {
      if (this.isStale[patch] === 0 || !frustum.intersectsBox(box)) return
      this.isStale[patch] = 0
      drawn.push(patch)
    })
    this.quads.draw(renderer, this.target, drawn, (patch, into, from) => {
      const { rect, body, index } = this.patches.all[patch]!
      const { tints } = this.patches.bodies[body]!
      into.set([rect.x, rect.y, rect.w, rect.h, ...(tints[index] ?? tints[0]!)], from)
      into.set(this.light.slots.subarray(patch * SLOTS, (patch + 1) * SLOTS), from + 7)
    })
  }
  /** What has another colour than before is worked out again. */
  private findColours(): void {
    this.patches.bodies.forEach(({ tints }, body) => {
      if (this.tints[body] === tints) return
      this.tints[body] = tints
      this.patches.all.forEach((patch, i) => patch.body === body && (this.isStale[i] = 1))
    })
  }
  private findLamps(patch: number): void {
    this.isStale[patch] = 1
    this.lampsOf.fill(0, patch * WORDS, (patch + 1) * WORDS)
    for (let slot = patch * SLOTS; slot < (patch + 1) * SLOTS; slot++) {
      const number = this.light.slots[slot]!
      if (number >= 0) this.lampsOf[patch * WORDS + (number >> 5)]! |= 1 << (number & 31)
    }
  }
  /** What a lamp shines on that gives more or less than before is worked out again. */
  private heed(shines: readonly Point[]): void {
    const changed = new Uint32Array(WORDS)
    shines.forEach((gives, number) => {
      const gave = this.gave[number]!
      if (isNear(gives[0], gave[0]) && isNear(gives[1], gave[1]) && isNear(gives[2], gave[2])) return
      this.gave[number] = gives
      changed[number >> 5]! |= 1 << (number & 31)
      ;(this.material.uniforms.shines!.value as three.Vector3[])[number]!.set(...gives)
    })
    const [low, high] = [changed[0]!, changed[1]!]
    if ((low | high) === 0) return
    for (let patch = 0; patch < this.isStale.length; patch++)
      if (((this.lampsOf[2 * patch]! & low) | (this.lampsOf[2 * patch + 1]! & high)) !== 0) this.isStale[patch] = 1
  }
  dispose(): void {
    this.target.dispose()
    this.quads.dispose()
  }
}
