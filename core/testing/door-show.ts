import { oneRule } from './small-show'

export const place = {
  props: [{ id: 'door', name: 'Door', kind: 'box', at: [8, 0, 5], size: [1, 2, 0.1], colour: '#ffffff' }],
}

const flags = [
  { id: 'lit', name: 'Lit', start: false },
  { id: 'count', name: 'Count', start: 2 },
]

/** The zone is entered at 1.7 s and left at 4.3 s. */
export const made = (steps: object[], rule: object = {}) => oneRule(rule, steps, { show: { place, flags } })
