import { wrap } from 'comlink'
import { thousandths } from '~~/core/base'
import { eachOf } from '~~/core/space'
import type { Together } from '~~/core/together'
import type { Recorded, WalkIn } from '~~/core/walking'
import { walkedByHand } from '~/document/making/fresh'
import { useShow } from '~/document/show'
import { newId } from '~/words/new-id'
import type { RecordWorker } from './record.worker'

/** What is kept of a walk by hand in the show: the walk itself, and notes put down in it. */
export function useKeptWalk(walked: () => WalkIn | Together | undefined, walker: string, seed: number) {
  const doc = useShow()
  /** The walk that it was recorded as, and whether that comes out otherwise played back. */
  const kept = ref<string>()
  const differs = ref(false)
  let keptAt = 0
  const isRecording = ref(false)
  let work = Promise.resolve()

  /** What was walked up to now becomes a walk of the show; once it has, it is made longer by what was walked since. */
  function keep(): void {
    const walk = walked()
    if (walk && !isRecording.value) work = record(walk)
  }
  async function record(walk: WalkIn | Together): Promise<void> {
    isRecording.value = true
    const until = walk.t
    const thread = new Worker(new URL('./record.worker.ts', import.meta.url), { type: 'module' })
    try {
      take(await wrap<RecordWorker>(thread).record(walk.lived()), until)
    } finally {
      thread.terminate()
      isRecording.value = false
    }
  }
  function take({ isSame, went, points, start }: Recorded, until: number): void {
    // The show may have been closed meanwhile.
    if (!doc.isOpen) return
    const known = kept.value
    if (known !== undefined && doc.now.walks.some(({ id }) => id === known)) {
      doc.edit('Go on recording', (edit) => {
        edit.set(['walks', known, 'points'], points)
        edit.set(['walks', known, 'went'], went)
      })
    } else {
      const body = doc.now.walks.find(({ id }) => id === walker)?.body ?? { kind: 'player', tags: [] }
      const made = walkedByHand(doc.now, body, { start, went, points })
      if (!doc.edit(`Record ${made.name}`, (edit) => edit.add(['walks'], made))) return
      kept.value = made.id
    }
    keptAt = until
    differs.value = !isSame
  }
  /** Puts a note down where one stands and looks. */
  function remark(text: string): void {
    const walk = walked()
    if (!walk) return
    const { t: seconds, pitch, yaw, stance } = walk
    const made = {
      id: newId(),
      text,
      at: eachOf(stance.at, (value) => thousandths(value)),
      yaw: thousandths(yaw),
      pitch: thousandths(pitch),
      seconds: thousandths(seconds),
      walk: walker,
      seed,
      done: false,
    }
    doc.edit('Put down a note', (edit) => edit.add(['remarks'], made))
  }
  /** What was walked since it was recorded is recorded, too. */
  async function keepOn(): Promise<void> {
    await work
    if (kept.value === undefined || (walked()?.t ?? 0) <= keptAt) return
    keep()
    await work
  }
  return { kept, differs, isRecording, keep, keepOn, remark }
}
