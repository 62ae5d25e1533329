import { fieldsOf as fieldsOfRule, ruleNamed, setSwept, SWEPT, type SweptField } from '~~/core/study'
import { useShow } from '~/document/show'
import { zoneName } from '~/words/names'
import { plain } from '~/words/time'

/** A number of a rule, by its name in the log, and the range that it is tried over. */
export interface SweptNumber {
  rule: string
  field: SweptField
  range: [number, number]
}
export const saysOf = ({ field }: SweptNumber, value: number): string => {
  const { unit } = SWEPT[field]
  return `${plain(value)}${unit ? ` ${unit}` : ''}`
}

/** The numbers of the show's rules that can be tried. */
export function useSweptRules() {
  const doc = useShow()
  const ruleOf = (rule: string) => (doc.show ? ruleNamed(doc.show, rule) : undefined)
  const ruleWords = (name: string): string => {
    const at = ruleOf(name)?.address
    return doc.show && at && 'zone' in at ? zoneName(doc.show, at.zone) : name
  }
  const fieldsOf = (rule: string): SweptField[] => {
    const found = ruleOf(rule)
    return found ? fieldsOfRule(found.rule) : []
  }
  const nowOf = ({ rule, field }: Pick<SweptNumber, 'rule' | 'field'>): number | undefined => {
    const found = ruleOf(rule)
    return found && SWEPT[field].of(found.rule)
  }
  const fresh = (rule: string, field: SweptField): SweptNumber => ({ rule, field, range: SWEPT[field].range(nowOf({ rule, field })) }) // prettier-ignore
  const nameOf = ({ rule, field }: SweptNumber): string => `${SWEPT[field].name} of ${ruleWords(rule)}`
  /** Sets numbers to values, in one edit. */
  function set(all: readonly (readonly [SweptNumber, number])[]): void {
    doc.edit(all.map(([number]) => nameOf(number)).join(' and '), (edit) => {
      for (const [{ rule, field }, value] of all) {
        const found = ruleNamed(edit.show, rule)
        if (found) setSwept(edit, found.address, found.rule, field, value)
      }
    })
  }
  return { ruleOf, ruleWords, fieldsOf, nowOf, nameOf, fresh, set }
}
