import { references, type Editor, type Flag, type Rule, type Show, type Zone } from '~~/core/show'
import { itemAt } from '~~/core/base'

/** A cue, with the step, or a zone that has to do with a flag or a signal; the whole show has rules, too. */
export interface Involved {
  key: string
  name: string
  cue?: string
  step?: string
  zone?: string
}
export interface FlagUses {
  flag: Flag
  setBy: Involved[]
  readBy: Involved[]
}
export interface SignalUses {
  name: string
  sentBy: Involved[]
  heardBy: Involved[]
}

const namedZone = ({ id, name }: Zone) => ({ name, zone: id })
function userOf(show: Show, keys: readonly (string | number)[]): Involved {
  const [list, index, inner, at] = keys
  const key = keys.slice(0, 4).join('/')
  if (list === 'cues') {
    const cue = itemAt(show.cues, index)
    return { key, name: cue.name, cue: cue.id, ...(inner === 'steps' && { step: itemAt(cue.steps, at).id }) }
  }
  if (list === 'zones') return { key, ...namedZone(itemAt(show.zones, index)) }
  if (list === 'kits') {
    const kit = itemAt(show.kits, index)
    return { key, name: `the kit ${kit.name}`, zone: show.zones.find((zone) => zone.kit === kit.id)?.id }
  }
  return { key, name: 'a rule without a zone' }
}
const once = (users: readonly Involved[]) =>
  users.filter(({ name }, i) => users.findIndex((user) => user.name === name) === i)

/** Every flag with who sets and who reads it. What a zone fills a part of its kit with is set and read by that kit. */
export function flagsOf(show: Show): FlagUses[] {
  const uses = references(show).filter(({ to }) => to === 'flags')
  return show.flags.map((flag) => {
    const own = uses.filter(({ id }) => id === flag.id)
    const users = (fits: (keys: readonly (string | number)[]) => boolean) =>
      once(own.filter(({ keys }) => fits(keys)).map(({ keys }) => userOf(show, keys)))
    return {
      flag,
      setBy: users(([list, , inner]) => list === 'cues' || inner === 'parts'),
      readBy: users(([list]) => list !== 'cues'),
    }
  })
}

/** Every signal with who sends and who hears it. */
export function signalsOf(show: Show): SignalUses[] {
  const found = new Map<string, SignalUses>()
  const of = (name: string): SignalUses => {
    const uses = found.get(name) ?? { name, sentBy: [], heardBy: [] }
    found.set(name, uses)
    return uses
  }
  show.cues.forEach((cue, c) =>
    cue.steps.forEach((step, s) => {
      if (step.kind === 'signal') of(step.name).sentBy.push(userOf(show, ['cues', c, 'steps', s]))
    }),
  )
  eachRule(show, (rule, keys) => {
    if (rule.on.at === 'signal') of(rule.on.name).heardBy.push(userOf(show, keys))
  })
  return [...found.values()].map(({ name, sentBy, heardBy }) => ({
    name,
    sentBy: once(sentBy),
    heardBy: once(heardBy),
  }))
}

function eachRule(show: Show, work: (rule: Rule, keys: (string | number)[]) => void): void {
  for (const list of ['zones', 'kits'] as const)
    show[list].forEach(({ rules }, i) => rules.forEach((rule, r) => work(rule, [list, i, 'rules', r])))
  show.rules.forEach((rule, r) => work(rule, ['rules', r]))
}

/** Gives a signal another name wherever it is sent or heard. */
export function renameSignal(edit: Editor, from: string, to: string): void {
  const { show } = edit
  show.cues.forEach((cue) =>
    cue.steps.forEach((step) => {
      if (step.kind === 'signal' && step.name === from) edit.set(['cues', cue.id, 'steps', step.id, 'name'], to)
    }),
  )
  eachRule(show, (rule, keys) => {
    if (rule.on.at === 'signal' && rule.on.name === from) edit.setFound([...keys, 'on', 'name'], to)
  })
}

/** Takes a flag away, with the steps that set it and the conditions that read it. @throws Error if a zone needs it for its kit */
export function removeFlag(edit: Editor, id: string): void {
  for (;;) {
    const [use] = references(edit.show).filter(({ to, id: named }) => to === 'flags' && named === id)
    if (!use) break
    const [list, index, inner] = use.keys
    if (list === 'zones' && inner === 'parts') {
      const zone = itemAt(edit.show.zones, index)
      throw new Error(
        `${zone.name} needs this flag for its kit. Put another in its place, or make the rules its own first.`,
      )
    }
    const when = use.keys.indexOf('when')
    if (list === 'cues') edit.remove(use.keys.slice(0, 4))
    else if (when >= 0) edit.remove(use.keys.slice(0, when + 2))
    else throw new Error('Something needs this flag that can’t be without it.')
  }
  edit.remove(['flags', id])
}

/** Takes a signal away: the steps that send it, and the rules that listen to it. */
export function removeSignal(edit: Editor, name: string): void {
  for (const cue of edit.show.cues)
    for (const step of cue.steps)
      if (step.kind === 'signal' && step.name === name) edit.remove(['cues', cue.id, 'steps', step.id])
  const heard: (string | number)[][] = []
  eachRule(edit.show, (rule, keys) => rule.on.at === 'signal' && rule.on.name === name && heard.push(keys))
  heard.reverse().forEach((keys) => edit.remove(keys))
}
