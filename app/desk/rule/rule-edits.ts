import { shallowRef } from 'vue'
import { leaveNoEmpty, removeKitRule } from '~/cues/edits/cue-edits'
import { wayOut } from '~/document/making/way-out'
import { cueName } from '~/words/names'
import { freeId, ruleIds, type Editor, type Rule } from '~~/core/show'
import { freshCue, freshRule } from '~/document/making/fresh'
import { putIn, type RuleHere } from '~/document/making/rule-here'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'

/** Whose rules they are: a zone's own, or those of the kit by which it has them. */
type Home = Pick<RuleHere, 'zone' | 'kit'>

/** The rule that was copied last: it can be pasted at another zone. */
export const copiedRule = shallowRef<Rule>()

/** What is done with rules that makes other things too. */
export function useRuleEdits() {
  const doc = useShow()
  const selection = useSelection()

  const addTo = (edit: Editor, { zone, kit }: Home, rule: Rule) =>
    edit.add(kit ? ['kits', kit.id, 'rules'] : ['zones', zone.id, 'rules'], rule)
  const named = ({ zone, kit }: Home) => (kit ? `the kit ${kit.name}` : zone.name)

  /** Gives a zone another rule, or all zones of its kit, that fires a cue, or else an empty one of its own. Gives the rule, if that could be done. */
  function add(home: Home, cue?: string): Rule | undefined {
    const fresh = cue === undefined ? freshCue(doc.now, `${home.zone.name} cue`) : undefined
    const rule = freshRule(doc.now, home.zone, fresh?.id ?? cue!)
    const made = doc.edit(`Add a rule to ${named(home)}`, (edit) => {
      if (fresh) edit.add(['cues'], fresh)
      addTo(edit, home, rule)
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
  /** Takes a rule away, and the cue that it fired if that is empty and nobody's now. */
  const remove = ({ rule, ...home }: Home & { rule: Rule }): boolean =>
    doc.edit(`Remove a rule of ${named(home)}`, (edit) => {
      if (home.kit) removeKitRule(edit, home.kit.id, rule.id)
      else edit.remove(['zones', home.zone.id, 'rules', rule.id])
      leaveNoEmpty(edit, rule.cue)
    })

  /** The same rule once more, firing the same cue; it is in the hand then, to be pasted elsewhere. Gives the rule. */
  function copy({ rule, ...home }: Home & { rule: Rule }): Rule | undefined {
    copiedRule.value = rule
    return again(`Copy a rule of ${named(home)}`, home, rule)
  }
  function again(label: string, home: Home, rule: Rule): Rule | undefined {
    const made = { ...rule, id: freeId(rule.id, ruleIds(doc.now)) }
    return doc.edit(label, (edit) => addTo(edit, home, made)) ? made : undefined
  }
  /** Puts the copied rule at a zone. Gives it, if that could be done. */
  const paste = (home: Home): Rule | undefined => copiedRule.value && again(`Paste a rule at ${named(home)}`, home, copiedRule.value) // prettier-ignore

  /** A rule and a cue for the way out of what a rule does. Gives the rule. */
  function addWayOut({ rule, ...home }: Home & { rule: Rule }): Rule | undefined {
    const out = wayOut(doc.now, rule)
    if (!out) return undefined
    const made = doc.edit(`The way out of ${cueName(doc.now, rule.cue)}`, (edit) => {
      edit.add(['cues'], out.cue)
      addTo(edit, home, out.rule)
    })
    return made ? out.rule : undefined
  }
  return { add, addWayOut, copy, fireNewCue, paste, remove }
}
