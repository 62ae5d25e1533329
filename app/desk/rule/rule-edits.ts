import type { Kit, Rule, Zone } from '~~/core/show'
import { freshCue, freshRule } from '~/document/making/fresh'
import { putIn, type RuleHere } from '~/document/making/rule-here'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'

/** What is done with rules that makes other things too. */
export function useRuleEdits() {
  const doc = useShow()
  const selection = useSelection()

  /** Gives a zone another rule, or all zones of its kit, with a cue of its own. Gives the rule, if that could be done. */
  function add(zone: Zone, kit?: Kit): Rule | undefined {
    const cue = freshCue(doc.now, `${zone.name} cue`)
    const rule = freshRule(doc.now, zone, cue.id)
    const made = doc.edit(`Add a rule to ${kit ? `the kit ${kit.name}` : zone.name}`, (edit) => {
      edit.add(['cues'], cue)
      edit.add(kit ? ['kits', kit.id, 'rules'] : ['zones', zone.id, 'rules'], rule)
    })
    return made ? rule : undefined
  }

  /** Lets a rule fire a new cue, and goes there. */
  function fireNewCue(here: RuleHere): void {
    const cue = freshCue(doc.now, `${here.zone.name} cue`)
    const made = doc.edit(`New cue for ${here.zone.name}`, (edit) => {
      edit.add(['cues'], cue)
      putIn(here, edit, 'cue', cue.id)
    })
    if (made) selection.choose('cue', cue.id)
  }
  return { add, fireNewCue }
}
