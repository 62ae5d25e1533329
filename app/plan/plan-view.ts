import { useElementSize } from '@vueuse/core'
import type { Ref } from 'vue'
import { extentOf } from './geometry'
import { storeysOf } from './storeys'
import { useShow } from '~/document/show'
import { useView } from '~/frame/view'

/** How the plan lies in its band: which metre is where, moved and zoomed by hand. */
export function usePlanView(frame: Ref<HTMLElement | undefined>) {
  const doc = useShow()
  const view = useView()
  const { width, height } = useElementSize(frame)

  function fit(): void {
    if (!doc.show || width.value === 0) return
    const { x0, z0, x1, z1 } = extentOf(doc.show)
    // The ladder of storeys stands at the left.
    const aside = storeysOf(doc.show).length > 1 ? 130 : 0
    const scale = Math.max(
      1,
      Math.min((width.value - 60 - aside) / (x1 - x0 || 1), (height.value - 90) / (z1 - z0 || 1)),
    )
    fitted = { x: (x0 + x1) / 2 - aside / 2 / scale, z: (z0 + z1) / 2 - 12 / scale, scale }
    view.plan = fitted
  }
  /** How it lay when all was last fitted in: as long as no hand moves it, all stays in sight whatever room there is, but for a section below. */
  let fitted: typeof view.plan
  const isFitted = () => toRaw(view.plan) === fitted && !view.section
  watch([width, height, () => doc.show !== undefined], () => (!view.plan || isFitted()) && fit(), {
    immediate: true,
  })

  /** One pixel in metres. */
  const pixel = computed(() => 1 / (view.plan?.scale ?? 24))
  const box = computed(() => {
    const { x, z } = view.plan ?? { x: 0, z: 0 }
    const w = width.value * pixel.value
    const h = height.value * pixel.value
    return { x: x - w / 2, z: z - h / 2, w, h }
  })
  function spotAt(event: { clientX: number; clientY: number }): [number, number] {
    const at = frame.value!.getBoundingClientRect()
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
