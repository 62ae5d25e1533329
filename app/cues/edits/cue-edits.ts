import { thousandths } from '~~/core/base'
import { leaveGroup } from '~/document/groups'
import { alike, completeCue, freeId, usesOf, type Cue, type Editor, type Show, type Step } from '~~/core/show'

/** Puts one cue in the place of another wherever that is fired or ended. */
export function replaceCue(edit: Editor, from: string, to: string): void {
  for (const { keys } of usesOf(edit.show, 'cues', from)) edit.setFound(keys, to)
}

/** Takes a cue out of a show, and with it what can't be without it: rules that fire it or wait for its end, steps that end it, and what zones say otherwise of such rules. */
export function removeCue(edit: Editor, id: string): void {
  leaveGroup(edit, 'cues', id)
  for (;;) {
    const [use] = usesOf(edit.show, 'cues', id)
    if (!use) break
    const { keys } = use
    const [overrides, rules] = [keys.indexOf('overrides'), keys.indexOf('rules')]
    // What a zone says otherwise: the field of it.
    if (overrides >= 0) edit.setFound(keys.slice(0, overrides + 3), undefined)
    else if (rules < 0) edit.remove(keys.slice(0, keys.lastIndexOf('cue')))
    else {
      if (keys[0] === 'kits') letGoOfOverrides(edit, Number(keys[1]), Number(keys[3]))
      edit.remove(keys.slice(0, rules + 2))
    }
  }
  edit.remove(['cues', id])
}
/** Takes away a cue to which nobody has done a thing since it was made, and that nobody fires, ends or waits for any more. */
export function leaveNoEmpty(edit: Editor, id: string): void {
  const cue = edit.show.cues.find((each) => each.id === id)
  const uses = usesOf(edit.show, 'cues', id).filter(({ keys: [list] }) => list !== 'groups')
  if (cue && isAsMade(cue) && uses.length === 0) removeCue(edit, id)
}
/** A cue that was made is empty, and its id is that of its name. */
const isAsMade = ({ id, name, ...rest }: Cue): boolean =>
  id.startsWith(freeId(name, [])) && alike({ id, name, ...rest }, completeCue({ id, name, steps: [] }))

/** Takes a rule out of a kit, and what zones say otherwise of it. */
export function removeKitRule(edit: Editor, kit: string, rule: string): void {
  const at = edit.show.kits.findIndex(({ id }) => id === kit)
  const index = edit.show.kits[at]?.rules.findIndex(({ id }) => id === rule) ?? -1
  if (index < 0) return
  letGoOfOverrides(edit, at, index)
  edit.remove(['kits', kit, 'rules', rule])
}
/** What zones say otherwise of a rule of their kit goes with that rule. */
function letGoOfOverrides(edit: Editor, kit: number, rule: number): void {
  const { id, rules } = edit.show.kits[kit]!
  const name = rules[rule]!.id
  for (const zone of edit.show.zones)
    if (zone.kit === id && zone.overrides?.[name]) edit.remove(['zones', zone.id, 'overrides', name])
}

/** Steps again, with ids that none of the show has. */
export function copiesOf(show: Show, steps: readonly Step[]): Step[] {
  const taken = new Set(show.cues.flatMap((cue) => cue.steps.map(({ id }) => id)))
  return steps.map((step) => {
    const id = freeId(step.id.replace(/-\d+$/, ''), taken)
    taken.add(id)
    return { ...step, id }
  })
}

/** What several steps of a cue can be brought to, by their beginnings and lengths. */
export type Alignment = 'starts' | 'ends' | 'row'

/** When steps would begin if they were brought into line (s); `ends` are when they end now. */
export function aligned(steps: readonly { step: Step; end: number }[], by: Alignment): Map<string, number> {
  const round = (t: number) => Math.max(0, thousandths(t))
  const sorted = [...steps].sort((a, b) => a.step.at - b.step.at)
  const first = Math.min(...steps.map(({ step }) => step.at))
  const last = Math.max(...steps.map(({ end }) => end))
  let next = first
  return new Map(
    sorted.map(({ step, end }) => {
      const length = end - step.at
      const at = by === 'starts' ? first : by === 'ends' ? last - length : next
      next += length
      return [step.id, round(at)]
    }),
  )
}

/** Steps of a cue that don't clash: what is pasted into it begins as far apart as it was, from a time on. */
export function pasted(show: Show, steps: readonly Step[], at: number): Step[] {
  const first = Math.min(...steps.map((step) => step.at))
  return copiesOf(show, steps).map((step) => ({ ...step, at: Math.round((step.at - first + at) * 1000) / 1000 }))
}
/** A copy of a cue, by a name and an id that none has. */
export const copyOfCue = (show: Show, cue: Cue, named: { id: string; name: string }): Cue => ({
  ...cue,
  ...named,
  steps: copiesOf(show, cue.steps),
})
