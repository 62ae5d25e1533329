import { useElementSize, useRafFn } from '@vueuse/core'
import { needed } from '~~/core/base'
import type { ShownMoment } from '~/frame/shown-moment'
import { Rate } from './rate'
import type { Look, Stage } from './stage/stage'

/** What is to be drawn: a moment, and how one looks. */
export interface Picture {
  moment: ShownMoment
  look: Omit<Look, 'coarse'>
}
/** A picture that has lain still for so long is drawn at its whole size (ms). */
const RESTS = 250

/** A stage on a canvas, as large as its frame, drawn at the size that keeps the rate when it is asked for, or at every frame. */
export function useStage(
  frame: Ref<HTMLElement | undefined>,
  canvas: Ref<HTMLCanvasElement | undefined>,
  picture: () => Picture | undefined,
  { always = false } = {},
) {
  const { width, height } = useElementSize(frame)
  const trouble = ref('')
  const rate = new Rate()
  /** The share of the whole size at which it is drawn now. */
  const share = ref(1)
  let stage: Stage | undefined
  let frames = 0
  let shown = 0
  let wanted = false
  let last = 0
  let isTimed = false
  let size = ''
  const request = () => (wanted = true)
  onMounted(async () => {
    const { Stage } = await import('./stage/stage')
    try {
      stage = new Stage(needed(canvas.value, 'canvas'), request)
    } catch {
      trouble.value = 'This browser has no WebGL 2, which Eyes is drawn with. Everything else works without it.'
      return
    }
    request()
  })
  watch([width, height], request)
  useRafFn(({ timestamp }) => {
    if (!stage || width.value === 0) return
    const now = wanted || always || share.value < 1 ? picture() : undefined
    if (!now) return
    // What a picture took is told by how long the page waits for the next one.
    if (isTimed) rate.took(timestamp - last)
    isTimed = false
    if (wanted || always) {
      wanted = false
      isTimed = true
      last = timestamp
      draw(now, rate.share)
    } else if (timestamp - last > RESTS) draw(now, 1)
  })
  function draw({ moment, look }: Picture, at: number) {
    share.value = at
    const [w, h] = [Math.round(width.value * at), Math.round(height.value * at)]
    if (size !== `${w} ${h}`) stage!.setSize(w, h)
    size = `${w} ${h}`
    stage!.show(moment, { ...look, coarse: at < 1 })
    frames++
    shown = moment.t
  }
  onBeforeUnmount(() => stage?.dispose())
  return {
    trouble,
    share,
    request,
    stage: () => stage,
    /** Whether it has been drawn at all. */
    isDrawn: () => frames > 0,
    /** For whoever drives it from outside. */
    probed: () => ({
      frames,
      shown,
      stage,
      calls: stage?.drawCalls ?? 0,
      isCoarse: stage?.isCoarse ?? false,
      again: () => {
        const now = picture()
        if (now) draw(now, 1)
      },
    }),
  }
}
