import { describe, expect, it } from 'vitest'
import { across, show as smallShow } from '~~/core/testing/small-show'
import { promptsHung } from './prompts'

const door = (id: string, x: number) => ({ id, name: id, kind: 'box', at: [x, 0, 0], size: [1, 2, 0.1] })
const prompt = (id: string, anchor: object) => ({ id, kind: 'prompt', text: 'Open', key: 'E', anchor })
const show = smallShow({
  place: {
    props: [door('left', 2), door('right', 8)],
    marks: [{ id: 'm', name: 'Mark', kind: 'standing', at: [5, 0, 1] }],
  },
  cues: [
    { id: 'asks', name: 'Asks', steps: [prompt('its', { prop: 'part:leaf' })] },
    { id: 'says', name: 'Says', steps: [prompt('mark', { mark: 'm' }), prompt('zone', { zone: 'a' })] },
  ],
  kits: [{ id: 'kit', name: 'Door', parts: [{ id: 'leaf', name: 'Leaf', is: 'prop' }], rules: [{ id: 'r', on: { at: 'enter' }, cue: 'asks' }] }], // prettier-ignore
  zones: [
    { id: 'a', name: 'A', ...across(1, 3), kit: 'kit', parts: { leaf: 'left' } },
    { id: 'b', name: 'B', ...across(7, 9), kit: 'kit', parts: { leaf: 'right' } },
  ],
})

describe('boards in the section', () => {
  it('hang over a prop, a mark, a zone; over a part of a kit at each of its zones', () => {
    const hung = promptsHung(show)
    expect(hung.filter(({ step }) => step.id === 'its').map(({ over }) => over)).toEqual([[2, 2, 0], [8, 2, 0]]) // prettier-ignore
    expect(hung.find(({ step }) => step.id === 'mark')!.over).toEqual([5, 0, 1])
    expect(hung.find(({ step }) => step.id === 'zone')!.over[0]).toBe(2)
  })
  it('are wider with more letters', () => {
    const [board] = promptsHung(show)
    const longer = {
      ...show,
      cues: [{ ...show.cues[1]!, steps: [{ ...show.cues[1]!.steps[0]!, text: 'Open the door' }] }],
    }
    expect(promptsHung(longer as typeof show)[0]!.width).toBeGreaterThan(board!.width)
  })
})
