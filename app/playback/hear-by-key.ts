import { useEventListener } from '@vueuse/core'
import type { Show, Sound, Step } from '~~/core/show'
import { useShow } from '~/document/show'
import { elementOf } from '~/frame/event-targets'

/** What names a sound says so with `data-hears`: “sound:ID” or “pool:ID”. The key H hears it, where it has the focus or lies under the pointer. */
const NAMED = '[data-hears]'
function namedHere(target: Element): string | undefined {
  const focused = target.closest<HTMLElement>(NAMED)
  const under = [...document.querySelectorAll<HTMLElement>(`${NAMED}:hover`)].at(-1)
  return (focused ?? under)?.dataset.hears
}

/** The sound or pool that a step names, as `data-hears` has it. */
export function soundNamedBy(step: Step): string | undefined {
  if ('sound' in step && step.sound !== undefined) return `sound:${step.sound}`
  return 'pool' in step && step.pool !== undefined ? `pool:${step.pool}` : undefined
}

/** The sound that is named; of a pool one of its sounds by their weights. */
function soundNamed(show: Show, name: string): Sound | undefined {
  const [kind, id] = name.split(':')
  if (kind === 'sound') return show.sounds.find((sound) => sound.id === id)
  const pool = show.pools.find((each) => each.id === id)
  let left = Math.random() * (pool?.sounds.reduce((sum, { weight }) => sum + weight, 0) ?? 0)
  const drawn = pool?.sounds.find(({ weight }) => (left -= weight) <= 0) ?? pool?.sounds[0]
  return show.sounds.find((sound) => sound.id === drawn?.sound)
}

export function useHearByKey(): void {
  const doc = useShow()
  useEventListener(window, 'keydown', async (event: KeyboardEvent) => {
    const target = elementOf(event)
    if (event.key.toLowerCase() !== 'h' || event.ctrlKey || event.metaKey || event.altKey) return
    if (target.closest('input:not([type=range]), textarea, [role=listbox], [role=menu], [role=dialog]')) return
    const name = namedHere(target)
    const sound = name && doc.show && soundNamed(doc.show, name)
    if (!sound) return
    event.preventDefault()
    const { useAudition } = await import('./audition')
    useAudition().toggle(sound)
  })
}
