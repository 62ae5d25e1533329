import { expose } from 'comlink'
import { prepare, RunError } from '~~/core/engine'
import { applyPatch, type Operation, type Show } from '~~/core/show'
import { narrowed, observe, type Evidence, type Moment, type SetOut } from '~~/core/study'

/** So long at a time (ms); then newer requests come through. A pause takes 4 ms, whatever it is for. */
const SLICE = 16
const breathe = () => new Promise<void>((done) => setTimeout(done, 0))

let show: Show
let newest = 0
const worker = {
  open(document: Show): void {
    show = document
  },
  /**
   * The moments of some rules by varied walkers; undefined if a newer request came meanwhile. `done`: edits since the last request;
   * `draft`: what a drag would do on top of them.
   * `progress` hears how far it is.
   */
  async study(
    done: Operation[][],
    setOut: SetOut,
    walkers: number,
    progress: (done: number) => void,
    rules: ReadonlySet<string>,
    draft?: Operation[],
  ): Promise<[string, Moment[]][] | undefined> {
    const mine = ++newest
    for (const patch of done) show = applyPatch(show, patch)
    const studied = narrowed(draft ? applyPatch(show, draft) : show, rules)
    await prepare(studied, { tally: true })
    const evidence: Evidence = new Map()
    let since = performance.now()
    try {
      for (let walker = 1; walker <= walkers; walker++) {
        observe(studied, setOut, walker, evidence)
        if (performance.now() - since > SLICE) {
          progress(walker)
          await breathe()
          if (mine !== newest) return undefined
          since = performance.now()
        }
      }
    } catch (error) {
      if (error instanceof RunError) return []
      throw error
    }
    progress(walkers)
    return [...evidence].filter(([rule]) => rules.has(rule))
  },
}
export type EvidenceWorker = typeof worker
expose(worker)
