import { useLocalStorage, watchThrottled } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { probe } from '~/document/probe'
import { anySounds, soundsAhead } from './ahead'
import { createBuffers } from './buffers'
import { decodeKey } from './decoded'
import { createPlayer, type Heard } from './sound-player'
import type { RunEvent } from '~~/core/engine'
import { usePlayhead, type TimeKeeper } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { useShow } from '~/document/show'
import { useView } from '~/frame/view'

/** What will sound is asked again so often while the playhead goes on (ms). */
const FOLLOWS = 250

/** The sound of a run that is only now being made. */
export interface LentSound extends TimeKeeper {
  /** The run is another from now on. */
  change(): void
  /** What has happened in it: lanes are muted in it, too. */
  heard(events: readonly RunEvent[]): void
  /** Fetches what may sound in it. */
  want(): void
  /** The score's run is heard again. */
  end(): void
}
/** What is heard while the score plays, and how loud. */
export const useSound = defineStore('sound', () => {
  const doc = useShow()
  const runs = useRun()
  const playhead = usePlayhead()
  const view = useView()
  /** Low the first time; remembered after that. */
  const level = useLocalStorage('esvik:level', 0.3)
  const mute = useLocalStorage('esvik:mute', false)
  const buffers = createBuffers({ decode: decodeKey, came: () => player.change() })

  const zonesOf = (events: readonly RunEvent[]) => {
    const zones = new Map<number, string>()
    for (const event of events) if (event.kind === 'fire' && event.zone) zones.set(event.playing, event.zone)
    return zones
  }
  const zoneOf = computed(() => zonesOf(lentEvents.value ?? runs.events))
  /** Whether lanes let a playing through. */
  const lets = (playing: number) => {
    const zone = zoneOf.value.get(playing)
    if (view.solo !== undefined) return zone === view.solo
    return zone === undefined || !view.muted.has(zone)
  }
  /** What is heard instead of the run, while somebody lends it. */
  const lent = shallowRef<() => Heard>()
  const lentEvents = shallowRef<readonly RunEvent[]>()
  const player = createPlayer(
    buffers,
    () =>
      lent.value?.() ??
      (runs.run && runs.played ? { run: runs.run, show: runs.played, player: runs.player } : undefined),
    lets,
  )
  /** Has a run be heard from a time on that is only now being made; `heard` gives it as far as it has come. Gives what keeps its time. */
  function lend(heard: () => Heard): LentSound {
    playhead.pause()
    lent.value = heard
    return {
      start: player.startLive,
      stop: player.stop,
      now: player.now,
      change: player.change,
      heard: (events) => void (lentEvents.value = events),
      want: () => {
        const { show, run, player: who, until = 0 } = heard()
        if (!mute.value) buffers.want(anySounds(show, run, who, until))
      },
      end() {
        player.stop()
        lent.value = lentEvents.value = undefined
      },
    }
  }
  playhead.setKeeper(player)
  const panning = useLocalStorage<PanningModelType>('esvik:panning', 'HRTF')
  watch(panning, player.setPanning, { immediate: true })
  watch([level, mute], () => player.setLevel(mute.value ? 0 : level.value), { immediate: true })
  /** Once somebody has played, what will sound next is fetched ahead: from where it plays, or from where it would begin. */
  const hasPlayed = ref(false)
  const fetchAhead = () => {
    if (runs.run && runs.played && hasPlayed.value && !mute.value)
      buffers.want(soundsAhead(runs.played, runs.run, runs.player, playhead.t))
  }
  watch(
    () => playhead.playing,
    (playing) => {
      if (!playing) return
      hasPlayed.value = true
      fetchAhead()
    },
    { flush: 'sync' },
  )
  watchThrottled([() => playhead.t, mute], fetchAhead, { throttle: FOLLOWS, trailing: true })
  watch(
    () => runs.run,
    () => {
      fetchAhead()
      player.change()
    },
  )
  watch([() => view.solo, () => [...view.muted]], () => player.heedMutes())
  /** What sounds now: when each source was told to begin, and from where in its file. For tests, and for whoever wants to look. */
  const sounding = () => ({
    transport: player.transport(),
    voices: [...player.voices()].map(({ audible, when, offset }) => ({
      sound: audible.sound,
      t: audible.t,
      pitch: audible.pitch,
      loop: audible.loop,
      seconds: doc.show?.sounds.find((sound) => sound.id === audible.sound)?.seconds,
      when,
      offset,
    })),
  })
  probe({ sounding })
  return { level, mute, panning, lend }
})
