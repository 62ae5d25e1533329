import { describe, expect, it } from 'vitest'
import { changesBetween, patchOf, type Editor } from '~~/core/show'
import { WHOLE, withSteps } from '~~/core/testing/whole-steps'
import { fieldWords, valueWords } from './field-words'

const show = withSteps('light', WHOLE.light)
const [cue] = show.cues
const [step] = cue!.steps
const [zone] = show.zones
/** What a change of it is called, with what was and is. */
function told(work: (edit: Editor) => void): string[] {
  const after = patchOf(show, work).show
  return changesBetween(show, after).flatMap(({ fields }) =>
    fields.map(
      (field) =>
        `${fieldWords([after, show], field)}: ${valueWords(show, field.before)} → ${valueWords(after, field.after)}`,
    ),
  )
}

describe('what changed, in words', () => {
  it('is a field as one says it, with both values', () => {
    expect(told((edit) => edit.set(['zones', zone!.id, 'rim'], 0.25))).toEqual(['rim: 0 → 0.25'])
    expect(told((edit) => edit.set(['zones', zone!.id, 'enabled'], false))).toEqual(['enabled: yes → no'])
    expect(told((edit) => edit.set(['zones', zone!.id, 'tags'], ['quay', 'wet']))).toEqual([
      'tags: none → “quay”, “wet”',
    ])
  })
  it('names a rule by what it fires, and what it names by its name', () => {
    expect(told((edit) => edit.set(['zones', zone!.id, 'rules', zone!.rules[0]!.id, 'cue'], 'other'))).toEqual([
      'rule “Other”, cue: Cue → Other',
    ])
    expect(told((edit) => edit.set(['zones', zone!.id, 'rules', zone!.rules[0]!.id, 'onLeave'], 'stop'))).toEqual([
      'rule “Cue”, on leave: “release” → “stop”',
    ])
  })
  it('names a step that is gone as it was called', () => {
    const [gone] = told((edit) => edit.remove(['cues', cue!.id, 'steps', step!.id]))
    expect(gone).toMatch(/^step “.*Lamp.*”: a light → none$/)
  })
})
