import { useEventListener } from '@vueuse/core'
import type { Ref } from 'vue'
import { fragmentOf, itemOf, paste, withParts, writeShow, type Listed, type Show, type Spot } from '~~/core/show'
import { useShow } from '~/document/show'
import { refOf } from '~/document/things'
import { say } from '~/frame/said'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { count } from '~/words/time'
import { middleOfThings } from './arranging'
import { snapped } from '../forms/snapping'
import type { Meant } from './pasted'
import { BESIDE, useThingEdits } from './thing-edits'
import { messageOf, needed } from '~~/core/base'

/** What is chosen travels as a document of the format, and beside it which of its things are meant and where it comes from. */
const KIND = 'application/x-esvik'

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('input, textarea, [contenteditable], [role=dialog]') !== null

/** Copying, cutting and pasting what is chosen, in a show and between shows and windows. `pointer`: where the hand is in the plan. */
export function usePlanClipboard(pointer: Ref<Spot | undefined>) {
  const doc = useShow()
  const selection = useSelection()
  const view = useView()
  const edits = useThingEdits()

  function chosen(): Listed[] {
    const { cue, walk } = selection
    if (selection.group || selection.things.length > 0) return edits.chosen()
    return cue ? [{ list: 'cues', id: cue.id }] : walk ? [{ list: 'walks', id: walk.id }] : []
  }
  const isOurs = (event: ClipboardEvent): boolean =>
    view.looks === 'desk' && doc.isOpen && !isTyping(event.target) && event.clipboardData !== null

  function copy(event: ClipboardEvent): void {
    const things = chosen()
    if (!isOurs(event) || things.length === 0 || !getSelection()?.isCollapsed) return
    const all = withParts(doc.now, things)
    needed(event.clipboardData, 'clipboard').setData('text/plain', writeShow(fragmentOf(doc.now, all)))
    needed(event.clipboardData, 'clipboard').setData(KIND, JSON.stringify({ show: doc.id, things } satisfies Meant))
    event.preventDefault()
    const [first] = things
    const one = selection.group?.name ?? (first && things.length === 1 && itemOf(doc.now, first)?.name)
    say(`Copied: ${one || count(things.length, 'thing')}`)
  }
  function cut(event: ClipboardEvent): void {
    copy(event)
    if (event.defaultPrevented && selection.things.length > 0) edits.remove()
  }
  function pasteHere(event: ClipboardEvent): void {
    if (!isOurs(event)) return
    const text = needed(event.clipboardData, 'clipboard').getData('text/plain')
    if (!text) return
    event.preventDefault()
    void pasteText(text, needed(event.clipboardData, 'clipboard').getData(KIND))
  }
  /** Reading comes with the first text that is pasted. */
  async function pasteText(text: string, said: string): Promise<void> {
    const reading = await import('./pasted').catch(() => undefined)
    if (!reading) return void (doc.problem = 'What was copied can’t be read now: the server does not answer.')
    let what: ReturnType<typeof reading.pasted>
    try {
      what = reading.pasted(text, said)
    } catch (error) {
      doc.problem = `What was copied is no part of a show: ${messageOf(error)}.`
      return
    }
    const { fragment, meant } = what
    take(fragment, meant.things, meant.show === doc.id)
  }
  function take(fragment: Show, things: readonly Listed[], isOwn: boolean): void {
    const refs = things.flatMap(refOf)
    if (refs.length === 0) {
      let made: Listed[] = []
      const done = doc.edit('Paste', (edit) => (made = paste(edit, fragment, things, { isOwn }).made))
      const [first] = made
      if (done && first) selection.choose(first.list === 'walks' ? 'walk' : 'cue', first.id)
      return
    }
    const [x, z] = middleOfThings(fragment, refs)
    const to = pointer.value ?? (isOwn ? [x + BESIDE, z + BESIDE] : [x, z])
    const label = refs.length === 1 ? 'Paste' : `Paste ${edits.called(refs)}`
    edits.put(label, fragment, things, isOwn, snapped(to[0] - x, false), snapped(to[1] - z, false))
  }
  useEventListener(document, 'copy', copy)
  useEventListener(document, 'cut', cut)
  useEventListener(document, 'paste', pasteHere)
}
