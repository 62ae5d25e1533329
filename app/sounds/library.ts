import { useMemoize } from '@vueuse/core'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import type { Sound } from '~~/core/show'
import type { Measured } from '~~/core/sound'
import { fetchEnvelopes, type FileEnvelopes } from '~/document/keeping/envelopes'
import { useRun } from '~/run/current-run'
import { useShow } from '~/document/show'

/** What the server knows of a file. */
export interface Known {
  type: string
  bytes: number
  measured?: Measured
  envelope: Float32Array
}

/** What is known of the files of the show's sounds, by asset; asked for as they come. */
export function useKnownSounds(sounds: Ref<readonly Sound[]>) {
  const known = shallowRef(new Map<string, Known>())
  const asked = new Set<string>()
  watch(
    sounds,
    async (all) => {
      const hashes = [...new Set(all.map(({ asset }) => asset))].filter((hash) => !asked.has(hash))
      if (hashes.length === 0) return
      hashes.forEach((hash) => asked.add(hash))
      const body = { hashes }
      const [about, envelopes] = await Promise.all([
        $fetch<{ [hash: string]: Omit<Known, 'envelope'> }>('/api/sounds', { method: 'POST', body }),
        fetchEnvelopes(hashes),
      ]).catch((): [{ [hash: string]: Omit<Known, 'envelope'> }, Map<string, FileEnvelopes>] => [{}, new Map()])
      const next = new Map(known.value)
      for (const [hash, one] of Object.entries(about))
        next.set(hash, { ...one, envelope: envelopes.get(hash)?.envelope ?? new Float32Array() })
      known.value = next
      // What did not come is asked for again with the next change.
      for (const hash of hashes) if (!next.has(hash)) asked.delete(hash)
    },
    { immediate: true },
  )
  return known
}

/** Sounds whose names differ by their number alone stand together: “Drip 1 to 6”. */
export interface Family {
  name: string
  sounds: Sound[]
}
const stemOf = useMemoize((name: string): string => name.replace(/[\s_-]*\d+$/, ''))
const numberOf = (name: string): number => Number(/\d+$/.exec(name)?.[0] ?? 0)

export function familiesOf(sounds: readonly Sound[]): Family[] {
  const families = new Map<string, Sound[]>()
  for (const sound of sounds) {
    const stem = stemOf(sound.name)
    families.set(stem, [...(families.get(stem) ?? []), sound])
  }
  return [...families].map(([stem, members]) => {
    if (members.length === 1) return { name: members[0]!.name, sounds: members }
    const sorted = members.sort((a, b) => numberOf(a.name) - numberOf(b.name))
    return { name: `${stem} ${numberOf(sorted[0]!.name)} to ${numberOf(sorted.at(-1)!.name)}`, sounds: sorted }
  })
}

export const ORDERS = [
  { value: 'heard', words: 'as first heard' },
  { value: 'name', words: 'by name' },
  { value: 'loud', words: 'the loudest first' },
  { value: 'new', words: 'the newest first' },
] as const
export type Order = (typeof ORDERS)[number]['value']

/** The sounds of the show in an order, those that words are found in. */
export function useShore(known: Ref<ReadonlyMap<string, Known>>, usedBy: (id: string) => string[]) {
  const doc = useShow()
  const runs = useRun()
  const wanted = ref('')
  const order = ref<Order>('heard')
  const unusedOnly = ref(false)
  const sounds = computed((): readonly Sound[] => doc.show?.sounds ?? [])
  const firstHeard = computed(() => {
    const first = new Map<string, number>()
    for (const { sound, t } of runs.run?.audible ?? []) first.set(sound, Math.min(first.get(sound) ?? Infinity, t))
    return first
  })
  const loudOf = (sound: Sound) => (known.value.get(sound.asset)?.measured?.loudestMoment ?? -99) + sound.gain
  const sorted = computed(() => {
    const all = [...sounds.value]
    if (order.value === 'new') return all.reverse()
    if (order.value === 'name') return all.sort((a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }))
    if (order.value === 'loud') return all.sort((a, b) => loudOf(b) - loudOf(a))
    const at = ({ id }: Sound) => firstHeard.value.get(id) ?? 1e9
    return all.sort((a, b) => at(a) - at(b))
  })
  const shown = computed(() => {
    const words = wanted.value.trim().toLowerCase()
    return sorted.value.filter(({ id, name, tags, credit }) => {
      if (unusedOnly.value && usedBy(id).length > 0) return false
      return (
        !words ||
        [name, ...tags, ...Object.values(credit ?? {}), ...usedBy(id)].some((text) =>
          text.toLowerCase().includes(words),
        )
      )
    })
  })
  const families = computed(() => familiesOf(shown.value))
  return { wanted, order, unusedOnly, sounds, shown, families }
}
