import { shallowRef } from 'vue'
import { newId } from '~/words/new-id'
import type { Unsent } from './indexed-db'
import type { Outbox } from './outbox'

/** Edits that the server doesn't take, each with why: given up, or tried once more on what is there now. */
export function useAsides(of: {
  outbox: () => Outbox | undefined
  /** The revision that an edit would be tried on. */
  base: () => number
  again: (edit: Unsent) => void
}) {
  const asides = shallowRef<Unsent[]>([])
  const but = (id: string) => asides.value.filter((other) => other.id !== id)

  function put(edit: Unsent, why: string): void {
    const aside = { ...edit, aside: why }
    asides.value = [...but(edit.id), aside]
    void of.outbox()?.keep(aside)
  }
  /** Another window has put an edit aside, or takes it up again. */
  const heard = (edit: Unsent): void =>
    void (asides.value = [...but(edit.id), ...(edit.aside === undefined ? [] : [edit])])
  const forget = (gone: ReadonlySet<string>): void =>
    void (asides.value = asides.value.filter((edit) => !gone.has(edit.id)))

  /** Gives up an edit that was set aside. */
  async function giveUp(edit: string): Promise<void> {
    asides.value = but(edit)
    await of.outbox()?.drop([edit])
  }
  /** Tries an edit again that was set aside, on what is there now. */
  async function tryAgain(edit: string): Promise<void> {
    const found = asides.value.find((other) => other.id === edit)
    const box = of.outbox()
    if (!found || !box) return
    const { aside: _, ...again } = found
    asides.value = but(edit)
    const next = { ...again, id: newId(), order: box.next(), base: of.base() }
    await box.drop([edit])
    await box.keep(next)
    of.again(next)
  }
  return { asides, put, heard, forget, giveUp, tryAgain }
}
