import { leaveNoEmpty } from '~/cues/edits/cue-edits'
import { wayOut } from '~/document/making/way-out'
import { cueName } from '~/words/names'
import { freeId, ruleIds, type Kit, type Rule, type Zone } from '~~/core/show'
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
  /** Takes a rule of a zone away, and the cue that it fired if that is empty and nobody's now. */
  const remove = (zone: Zone, rule: Rule): boolean =>
    doc.edit(`Remove a rule of ${zone.name}`, (edit) => {
      edit.remove(['zones', zone.id, 'rules', rule.id])
      leaveNoEmpty(edit, rule.cue)
    })

  /** The same rule once more, firing the same cue. Gives the rule. */
  function copy(zone: Zone, rule: Rule): Rule | undefined {
    const made = { ...rule, id: freeId(rule.id, ruleIds(doc.now)) }
    return doc.edit(`Copy a rule of ${zone.name}`, (edit) => edit.add(['zones', zone.id, 'rules'], made))
      ? made
      : undefined
  }

  /** A rule and a cue for the way out of what a rule does. Gives the rule. */
  function addWayOut(zone: Zone, rule: Rule): Rule | undefined {
    const out = wayOut(doc.now, rule)
    if (!out) return undefined
    const made = doc.edit(`The way out of ${cueName(doc.now, rule.cue)}`, (edit) => {
      edit.add(['cues'], out.cue)
      edit.add(['zones', zone.id, 'rules'], out.rule)
    })
    return made ? out.rule : undefined
  }
  return { add, addWayOut, copy, fireNewCue, remove }
}
