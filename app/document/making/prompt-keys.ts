import { namedRulesAt, rulesAt, type Editor, type Rule, type Show, type Zone } from '~~/core/show'

const keysOf = (rules: readonly Rule[]): string[] => rules.flatMap(({ on }) => (on.at === 'use' ? [on.key] : []))
const firesAt = (show: Show, zone: Zone, cue: string): boolean => rulesAt(show, zone).some((rule) => rule.cue === cue)

/** The keys that rules wait for in the zones where a cue is fired: what a board of that cue has to tell. */
export const keysWhere = (show: Show, cue: string): string[] => [
  ...new Set(show.zones.filter((zone) => firesAt(show, zone, cue)).flatMap((zone) => keysOf(namedRulesAt(show, zone)))),
]

/** Boards that told the key a rule of these zones heard before tell the one it hears now, where nothing there hears the old one any more. */
export function tellKey(edit: Editor, zones: readonly string[], was: string, now: string): void {
  const cues = new Set(
    edit.show.zones.flatMap((zone) => (zones.includes(zone.id) ? rulesAt(edit.show, zone).map(({ cue }) => cue) : [])),
  )
  for (const cue of edit.show.cues) {
    if (!cues.has(cue.id) || keysWhere(edit.show, cue.id).includes(was)) continue
    for (const step of cue.steps)
      if (step.kind === 'prompt' && step.key === was) edit.set(['cues', cue.id, 'steps', step.id, 'key'], now)
  }
}
