<script setup lang="ts">
import { secondsApart } from '~/words/ticks'
import { thousandths, needed } from '~~/core/base'
import type { Sound, Editor } from '~~/core/show'
import { HIGHEST, LOWEST, type SoundPicture } from '~~/core/sound'
import { useShow } from '~/document/show'
import { followPointer } from '~/frame/pointer-drag'
import { COLOURS, bytesOf } from '~/canvas/colours'
import { plain } from '~/words/time'
import { useSounds } from './sounds'
import { unseenPictureOf } from '~/canvas/picture'
import { eachOf } from '~~/core/space'

/** A sound's waveform over its spectrum, between one pair of handles; a click hears it from there. */
const props = defineProps<{ sound: Sound; picture: SoundPicture }>()
const store = useSounds()
const doc = useShow()
const canvas = ref<HTMLCanvasElement>()
const box = ref<HTMLElement>()
const WAVES = 76
const HIGH = 208

const trim = computed((): [number, number] => props.sound.trim ?? [0, props.sound.seconds])
const share = (t: number) => t / props.sound.seconds

/** From nothing through lamp to bone, as loud as it is. */
const RAMP = Array.from({ length: 256 }, (_, level) => {
  const [dark, lamp, bone] = [bytesOf(COLOURS.ink0), bytesOf(COLOURS.lamp), bytesOf(COLOURS.bone)]
  const u = (level / 255) ** 2.4
  return eachOf(dark, (v, i) =>
    u < 0.7 ? v + ((lamp[i] - v) * u) / 0.7 : lamp[i] + ((bone[i] - lamp[i]) * (u - 0.7)) / 0.3,
  )
})

function paint() {
  const to = canvas.value?.getContext('2d')
  if (!to) return
  const { columns, waves, bands, spectrum } = props.picture
  to.canvas.width = columns
  to.canvas.height = HIGH
  to.fillStyle = COLOURS.ink1
  to.fillRect(0, 0, columns, WAVES)
  to.fillStyle = COLOURS.lamp
  const middle = WAVES / 2
  const loudest = waves.reduce((most, wave) => Math.max(most, Math.abs(wave)), 0.02)
  const scale = (middle - 2) / loudest
  for (let i = 0; i < columns; i++) {
    const [low = 0, high = 0] = waves.subarray(2 * i, 2 * i + 2)
    to.fillRect(i, middle - high * scale, 1, Math.max(1, (high - low) * scale))
  }
  const image = to.createImageData(columns, bands)
  for (let x = 0; x < columns; x++)
    for (let band = 0; band < bands; band++) {
      const colour = RAMP[spectrum[x * bands + band] ?? 0] ?? [0, 0, 0]
      image.data.set([...colour, 255], ((bands - 1 - band) * columns + x) * 4)
    }
  const small = new OffscreenCanvas(columns, bands)
  unseenPictureOf(small).putImageData(image, 0, 0)
  to.drawImage(small, 0, WAVES, columns, HIGH - WAVES)
}
watch(() => props.picture, paint, { flush: 'post' })
onMounted(paint)

const heights = [100, 1000, 10_000].map((hertz) => ({
  words: hertz < 1000 ? `${hertz} Hz` : `${hertz / 1000} kHz`,
  y: WAVES + (HIGH - WAVES) * (1 - Math.log(hertz / LOWEST) / Math.log(HIGHEST / LOWEST)),
}))
const ticks = computed(() => {
  const step = secondsApart(props.sound.seconds / 8)
  return Array.from({ length: Math.floor(props.sound.seconds / step) + 1 }, (_, i) => i * step)
})
const timeAt = (event: { clientX: number }): number => {
  const { left, width } = needed(box.value, 'box').getBoundingClientRect()
  return Math.min(1, Math.max(0, (event.clientX - left) / width)) * props.sound.seconds
}
const LEAST = 0.01
function moved(side: 0 | 1, to: number): [number, number] {
  const [from, end] = trim.value
  const t = thousandths(to)
  return side === 0
    ? [Math.min(Math.max(0, t), end - LEAST), end]
    : [from, Math.max(Math.min(props.sound.seconds, t), from + LEAST)]
}
function hold(side: 0 | 1, event: PointerEvent) {
  event.stopPropagation()
  const { id, name } = props.sound
  const put = (e: PointerEvent) => {
    const next = moved(side, timeAt(e))
    return (edit: Editor) => edit.set(['sounds', id, 'trim'], next)
  }
  followPointer(event, {
    move: (e, far) => far && doc.drag(put(e)),
    end: (e, far) => (far ? doc.drop(`Trim ${name}`, put(e)) : doc.letGo()),
    cancel: () => doc.letGo(),
  })
}
function nudge(side: 0 | 1, event: KeyboardEvent) {
  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
  if (by === 0) return
  event.preventDefault()
  event.stopPropagation()
  store.set('trim', moved(side, trim.value[side] + by * (event.shiftKey ? 0.1 : 0.01)), `Trim ${props.sound.name}`)
}
</script>

<template>
  <div>
    <div
      ref="box"
      class="relative cursor-pointer select-none"
      :style="{ height: `${HIGH}px` }"
      @click="store.hear(sound, { from: timeAt($event) })"
    >
      <canvas ref="canvas" class="absolute inset-0 h-full w-full" aria-hidden="true" />
      <span
        v-for="height in heights"
        :key="height.words"
        class="pointer-events-none absolute left-2 rounded-sm bg-ink-0/70 px-0.5 font-mono text-[9.5px] text-bone-2"
        :style="{ top: `${height.y - 13}px` }"
        >{{ height.words }}<span class="absolute top-[13px] left-0 h-px w-4 bg-bone-3/60"
      /></span>
      <div
        class="pointer-events-none absolute inset-y-0 left-0 bg-ink-0/75"
        :style="{ width: `${share(trim[0]) * 100}%` }"
      />
      <div
        class="pointer-events-none absolute inset-y-0 right-0 bg-ink-0/75"
        :style="{ width: `${(1 - share(trim[1])) * 100}%` }"
      />
      <button
        v-for="side in [0, 1] as const"
        :key="side"
        class="absolute inset-y-0 -ml-1.5 w-3 cursor-ew-resize touch-none border-0"
        :style="{ left: `${share(trim[side]) * 100}%` }"
        role="slider"
        :aria-label="side === 0 ? 'Where it begins' : 'Where it ends'"
        aria-valuemin="0"
        :aria-valuemax="sound.seconds"
        :aria-valuenow="trim[side]"
        :aria-valuetext="`${plain(trim[side], 3)} s`"
        @pointerdown="hold(side, $event)"
        @click.stop
        @keydown="nudge(side, $event)"
      >
        <span class="absolute inset-y-0 left-[5px] w-[1.5px] bg-bone" />
        <span class="absolute top-[30px] left-[3px] h-4 w-[6px] rounded-sm bg-bone" />
      </button>
      <span
        v-if="store.playing === sound.id"
        class="pointer-events-none absolute inset-y-0 w-px bg-lamp"
        :style="{ left: `${share(store.at) * 100}%` }"
      />
    </div>
    <div class="relative h-4 font-mono text-[9.5px] text-bone-3" aria-hidden="true">
      <span v-for="t in ticks" :key="t" class="absolute" :style="{ left: `${share(t) * 100}%` }">{{
        plain(t, 2)
      }}</span>
    </div>
  </div>
</template>
