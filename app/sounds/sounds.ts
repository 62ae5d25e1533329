import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { freeId, freeName, type Pool, type Sound, setField, type ValueIn } from '~~/core/show'
import type { SoundPicture } from '~~/core/sound'
import { useShow } from '~/document/show'
import { droppedSounds } from '~/frame/dropped'
import { useAudition } from '~/playback/audition'
import { channelsOf, decoded, RATE } from '~/playback/decoded'
import { useBringSounds } from './bring-sounds'
import { useKnownSounds, useShore } from './library'
import { looking } from './looking'
import { removeSound, replaceSound, usersOf, type User } from './sound-uses'

/** A sound is seen in so many columns over its length. */
export const COLUMNS = 608

/** The sounds of a show: brought in from files, seen, measured, heard, trimmed, pooled. */
export const useSounds = defineStore('sounds', () => {
  const doc = useShow()
  const users = computed(() => (doc.show ? usersOf(doc.show) : { sounds: new Map<string, User[]>(), pools: new Map<string, User[]>() })) // prettier-ignore
  const usedBy = (id: string): string[] => (users.value.sounds.get(id) ?? []).map(({ name }) => name)
  const all = computed((): readonly Sound[] => doc.show?.sounds ?? [])
  const known = useKnownSounds(all)
  const shore = useShore(known, usedBy)
  const audition = useAudition()

  /** What is chosen, the one that is looked at last. */
  const chosen = ref<string[]>([])
  const soundOf = (id: string | undefined): Sound | undefined => all.value.find((sound) => sound.id === id)
  const several = computed(() => chosen.value.map(soundOf).filter((sound) => sound !== undefined))
  const sound = computed(() => several.value.at(-1))
  /** Chooses one; with `more` besides what is chosen already, or no longer. */
  function choose(id: string, more = false): void {
    if (!more) chosen.value = [id]
    else if (chosen.value.includes(id)) chosen.value = chosen.value.filter((each) => each !== id)
    else chosen.value = [...chosen.value, id]
  }
  const chooseAll = (ids: readonly string[]) => (chosen.value = [...ids])
  const bringing = useBringSounds((ids) => ids.length > 0 && chooseAll(ids))

  /** The sound as it is seen over its length; undefined while it is looked at, null where its file is not here. */
  const picture = shallowRef<SoundPicture | null>()
  watch(
    () => sound.value?.asset,
    async (asset) => {
      picture.value = undefined
      if (!asset) return
      const buffer = await decoded(asset).catch(() => undefined)
      const made = buffer ? await looking().look(channelsOf(buffer), RATE, COLUMNS) : null
      if (sound.value?.asset === asset) picture.value = made
    },
    { immediate: true },
  )

  /** The pool that is looked at: the one that was chosen, or the first that the sound is in. */
  const chosenPool = ref<string>()
  const pools = computed((): readonly Pool[] => doc.show?.pools ?? [])
  const pool = computed((): Pool | undefined => {
    const named = pools.value.find(({ id }) => id === chosenPool.value)
    if (named) return named
    return pools.value.find((each) => each.sounds.some((entry) => entry.sound === sound.value?.id))
  })
  watch(
    () => sound.value?.id,
    () => (chosenPool.value = undefined),
  )
  function poolOfChosen(): void {
    const [first] = shore.families.value.filter(({ sounds }) => sounds.some(({ id }) => id === sound.value?.id))
    const wanted = first?.name.replace(/ \d+ to \d+$/, '') ?? sound.value?.name ?? 'Pool'
    const name = freeName(wanted, pools.value.map((each) => each.name)) // prettier-ignore
    const id = freeId(name, pools.value.map((each) => each.id)) // prettier-ignore
    const sounds = chosen.value.map((each) => ({ sound: each, weight: 1 }))
    const made: Pool = { id, name, sounds, draw: 'shuffle', avoid: 1, gain: [0, 0], pitch: [0, 0] }
    if (doc.edit(`Make a pool of ${sounds.length}`, (edit) => edit.add(['pools'], made))) chosenPool.value = id
  }

  /** Sets the gain of what is chosen so that each is as loud as a loudness, as a whole or, where it is short, at its loudest moment (LUFS). */
  function matchLoudness(to: number): void {
    doc.edit(`Match ${several.value.length} sounds to ${to} LUFS`, (edit) => {
      for (const { id, asset } of several.value) {
        const measured = known.value.get(asset)?.measured
        const loud = measured?.integrated ?? measured?.loudestMoment
        if (loud !== undefined) edit.set(['sounds', id, 'gain'], Math.round((to - loud) * 10) / 10)
      }
    })
  }

  const set = <F extends keyof Sound>(field: F, value: ValueIn<Sound, F>, label: string) => {
    const id = sound.value?.id
    if (id) doc.edit(label, (edit) => setField(edit, 'sounds', id, field, value))
  }
  const rename = (name: string) => set('name', name, `Rename ${sound.value?.name}`)
  const remove = (ids: readonly string[]) =>
    doc.edit(`Delete ${ids.length === 1 ? soundOf(ids[0])?.name : `${ids.length} sounds`}`, (edit) =>
      ids.forEach((id) => removeSound(edit, id)),
    )
  const replace = (from: string, to: string) =>
    doc.edit(`Replace ${soundOf(from)?.name} by ${soundOf(to)?.name}`, (edit) => replaceSound(edit, from, to))

  /** Puts the file of another sound in the place of this one's in every show; the shows that had it are named. */
  const replacedIn = ref<string[]>()
  async function replaceEverywhere(from: Sound, to: Sound): Promise<void> {
    const body = { from: from.asset, to: to.asset }
    const { shows } = await $fetch<{ shows: string[] }>('/api/sounds/replace', { method: 'POST', body })
    replacedIn.value = shows
  }

  watch(
    [() => doc.isOpen, droppedSounds],
    ([isOpen, files]) => {
      if (!isOpen || !files) return
      droppedSounds.value = undefined
      void bringing.bring(files)
    },
    { immediate: true },
  )
  watch([() => doc.show], () => {
    if (chosen.value.some((id) => !soundOf(id))) chosen.value = chosen.value.filter(soundOf)
  })
  return {
    ...bringing,
    ...shore,
    ...audition,
    known,
    users,
    chosen,
    several,
    sound,
    choose,
    chooseAll,
    picture,
    pools,
    pool,
    chosenPool,
    poolOfChosen,
    matchLoudness,
    set,
    rename,
    remove,
    replace,
    replaceEverywhere,
    replacedIn,
  }
})
