import { useLocalStorage } from '@vueuse/core'
import { shownLuminance, type Flashes } from '~~/core/light'
import { useShow } from '~/document/show'
import type { ShownMoment } from '~/frame/shown-moment'
import { useRun } from '~/run/current-run'
import { FlashCap } from './flash-cap'

/** The shows whose flashes somebody has been told of, and looks at all the same. */
const hasAgreed = new Set<string>()

/** Tells of a show that flashes before its picture moves, and softens its flashes where that is wanted. */
export function useFlashConsent() {
  const doc = useShow()
  const runs = useRun()
  const softens = useLocalStorage('esvik:soft-flashes', false)
  /** The flashes that are more a second than the show wants to have, of which is told now. */
  const asked = shallowRef<Flashes>()
  /** Whether somebody must be told first. */
  async function mustAsk(): Promise<boolean> {
    if (hasAgreed.has(doc.id)) return false
    const found = await runs.flashes()
    const most = doc.show?.wishes.flashes
    asked.value = found && most !== undefined && found.most > most ? found : undefined
    return asked.value !== undefined
  }
  function agree(soft: boolean): void {
    softens.value = soft
    hasAgreed.add(doc.id)
    asked.value = undefined
  }
  const cap = new FlashCap()
  /** The share of its brightness that is left to the picture of a moment, where flashes are softened. */
  function dim(moment: ShownMoment | undefined): number {
    if (!softens.value || !moment) return 1
    const { show, run, t, player } = moment
    return cap.dim(shownLuminance(show, run, player, t), performance.now() / 1000)
  }
  return { softens, asked, mustAsk, agree, dim }
}
