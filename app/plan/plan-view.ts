import { useElementSize } from '@vueuse/core'
import type { Ref } from 'vue'
import { extentOf } from './forms/geometry'
import { freeOf, overPlan } from './over-plan'
import { useShow } from '~/document/show'
import { useView } from '~/frame/view'
import { needed } from '~~/core/base'

/** Room for names around the place (pixels). */
const EDGE = 18

/** How the plan lies in its band: which metre is where, moved and zoomed by hand. */
export function usePlanView(frame: Ref<HTMLElement | undefined>) {
  const doc = useShow()
  const view = useView()
  const { width, height } = useElementSize(frame)

  /** Shows the whole place, in what is free of tools. */
  function fit(): void {
    if (!doc.show) return
    extent = extentOf(doc.show, view.meshSection)
    lay()
  }
  /** What was in sight when all was last fitted in: it stays so while there is more or less room, until a hand moves it. What is built meanwhile moves nothing under the hand. */
  let extent: ReturnType<typeof extentOf> | undefined
  let fitted: typeof view.plan
  function lay(): void {
    if (!extent || width.value === 0 || !frame.value) return
    const { x0, z0, x1, z1 } = extent
    const [left, top, right, bottom] = freeOf(width.value, height.value, overPlan(frame.value))
    const [wide, high] = [right - left - 2 * EDGE, bottom - top - 2 * EDGE]
    const scale = Math.max(1, Math.min(wide / (x1 - x0 || 1), high / (z1 - z0 || 1)))
    const [aside, below] = [(left + right - width.value) / 2, (top + bottom - height.value) / 2]
    fitted = { x: (x0 + x1) / 2 - aside / scale, z: (z0 + z1) / 2 - below / scale, scale }
    view.plan = fitted
  }
  const isFitted = () => toRaw(view.plan) === fitted && !view.section
  watch(
    [() => width.value, () => height.value, () => doc.show !== undefined, () => view.plan === undefined],
    () => (view.plan ? isFitted() && lay() : fit()),
    { immediate: true, flush: 'post' },
  )

  /** One pixel in metres. */
  const pixel = computed(() => 1 / (view.plan?.scale ?? 24))
  const box = computed(() => {
    const { x, z } = view.plan ?? { x: 0, z: 0 }
    const w = width.value * pixel.value
    const h = height.value * pixel.value
    return { x: x - w / 2, z: z - h / 2, w, h }
  })
  function spotAt(event: { clientX: number; clientY: number }): [number, number] {
    const at = needed(frame.value, 'frame').getBoundingClientRect()
    return [box.value.x + (event.clientX - at.left) * pixel.value, box.value.z + (event.clientY - at.top) * pixel.value]
  }
  function pan(dx: number, dy: number): void {
    if (view.plan) view.plan = { ...view.plan, x: view.plan.x - dx * pixel.value, z: view.plan.z - dy * pixel.value }
  }
  function zoom(factor: number, around: [number, number]): void {
    if (!view.plan) return
    const scale = Math.min(600, Math.max(1, view.plan.scale / factor))
    const real = view.plan.scale / scale
    view.plan = {
      scale,
      x: around[0] + (view.plan.x - around[0]) * real,
      z: around[1] + (view.plan.z - around[1]) * real,
    }
  }
  return { width, height, pixel, box, fit, spotAt, pan, zoom }
}
