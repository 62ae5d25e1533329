import { withId } from '~~/core/base'
import { completeRule, completeStep, freeId, freeName, ruleIds, type Editor, type Spot } from '~~/core/show'
import { freshCue, freshZone, standingAt } from '~/document/making/fresh'
import { freeStepId, isLong } from '~/document/making/fresh-step'
import { useShow } from '~/document/show'
import { say } from '~/frame/said'
import { useSelection } from '~/frame/selection'
import { useBringSounds } from './bring-sounds'

/** How near one comes to hear it, and how high that is noticed (m). */
const NEAR = 3
const HIGH = 2.5

/** Puts a sound of the show at a spot: a zone around it in which it is heard. Gives the id of the zone. */
export function putSound(edit: Editor, soundId: string, spot: Spot): string {
  const { show } = edit
  const sound = withId(show.sounds, soundId)
  const zone = {
    ...freshZone(show, { kind: 'cylinder', at: standingAt(show, spot), radius: NEAR, height: HIGH }),
    name: freeName(
      sound.name,
      show.zones.map(({ name }) => name),
    ),
  }
  const cue = freshCue(show, sound.name)
  const step = {
    id: freeStepId(show, 'sound'),
    sound: soundId,
    where: { at: 'zone' },
    // A long one lies there as long as somebody does.
    ...(isLong(sound) ? { kind: 'bed' as const, hold: 'release' } : { kind: 'sound' as const }),
  } // prettier-ignore
  edit.add(['cues'], { ...cue, steps: [completeStep(step)] })
  edit.add(['zones'], zone)
  const rule = completeRule({ id: freeId(`${zone.id}-rule`, ruleIds(show)), on: { at: 'enter' }, cue: cue.id })
  edit.add(['zones', zone.id, 'rules'], rule)
  return zone.id
}
/** Brings files in and puts their sounds at a spot, those after the first a little beside it. */
export function putSounds(files: readonly File[], [x, z]: Spot): void {
  const doc = useShow()
  const selection = useSelection()
  const bringing = useBringSounds((ids) => {
    const names = ids.map((id) => withId(doc.now.sounds, id).name)
    let first: string | undefined
    const put = doc.edit(`Put ${names.join(', ')} there`, (edit) => {
      for (const [i, id] of ids.entries()) {
        const zone = putSound(edit, id, [x + i, z])
        first ??= zone
      }
    })
    if (put && first) selection.choose('zone', first)
    if (put && first) say(`${names.join(', ')}: heard where it was dropped`)
  })
  void bringing.bring(files).then(() => {
    const [refused] = bringing.refused.value
    if (refused) doc.problem = `${refused.name} was not brought in: ${refused.why}.`
  })
}
