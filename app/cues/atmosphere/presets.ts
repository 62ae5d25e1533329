import { freeId, freeName, usesOf, type Atmosphere, type Editor, type Preset, type Show } from '~~/core/show'

const FIELDS = ['ambient', 'level', 'shadow', 'fog', 'vignette', 'exposure'] as const

/** The fields of an atmosphere that are given. */
export const givenOf = (of: Partial<Atmosphere>): Partial<Atmosphere> =>
  Object.fromEntries(FIELDS.filter((field) => of[field] !== undefined).map((field) => [field, of[field]]))

/** A preset of given fields, by a name that none has. */
export function freshPreset(show: Show, wanted: string, fields: Partial<Atmosphere>): Preset {
  const name = freeName(
    wanted,
    show.atmospheres.map((each) => each.name),
  )
  const id = freeId(
    name,
    show.atmospheres.map((each) => each.id),
  )
  return { ...givenOf(fields), id, name }
}

/** The cues that go to a preset, once each. */
export function cuesGoingTo(show: Show, preset: string): { id: string; name: string }[] {
  const at = new Set(usesOf(show, 'atmospheres', preset).map(({ keys }) => Number(keys[1])))
  return [...at].map((index) => show.cues[index]!)
}

/** Takes a preset out of a show: its steps go to another, or keep for themselves what it said. */
export function removePreset(edit: Editor, preset: Preset, instead?: string): void {
  for (const { keys } of usesOf(edit.show, 'atmospheres', preset.id)) {
    edit.setFound(keys, instead)
    if (instead !== undefined) continue
    const step = keys.slice(0, -1)
    const own = edit.show.cues[Number(keys[1])]!.steps[Number(keys[3])] as Partial<Atmosphere>
    for (const [field, value] of Object.entries(givenOf(preset)))
      if (own[field as keyof Atmosphere] === undefined) edit.setFound([...step, field], value)
  }
  edit.remove(['atmospheres', preset.id])
}
