import { describe, expect, it } from 'vitest'
import { lines, logFor, point, show, walk } from '../../testing/small-show'

/** Two who walk in line abreast. */
const pair = [walk('w', point(0), point(20)), { ...walk('v', point(0), point(20)), start: 0.5 }]

describe('who walks with others', () => {
  it('a walk that ends lets the run end when the other has been held for a minute', () => {
    const freeze = (seconds: number) => ({
      cues: [{ id: 'c', name: 'C', steps: [{ id: 'f', kind: 'freeze', locks: ['walk'], hold: 'keep' }] }],
      zones: [
        {
          id: 'z',
          name: 'Z',
          shape: { kind: 'box', at: [3, 0, 0], size: [2, 2, 2] },
          rules: [{ id: 'r', on: { at: 'enter' }, cue: 'c', limit: { times: 1 }, per: 'run' }],
        },
      ],
      walks: [pair[0], { ...walk('v', point(0, { pause: seconds }), point(-1)), name: 'v' }],
    })
    const ends = (seconds: number) => lines(logFor(show(freeze(seconds)), { walks: ['w', 'v'] }).events, 'walkEnd')
    expect(ends(20)).toEqual(['21 v:walkEnd', '61.7 walkEnd locked'])
    expect(ends(75)).toEqual(['76 v:walkEnd', '76 walkEnd locked'])
  })
  it('a move of several puts all of them there, then all leave, then all enter', () => {
    const made = show({
      place: { marks: [{ id: 'far', name: 'Far', kind: 'standing', at: [40, 0, 0] }] },
      cues: [
        { id: 'c', name: 'C', for: 'everyone', steps: [{ id: 'm', kind: 'move', mark: 'far', quiet: false }] },
        { id: 'd', name: 'D', steps: [] },
      ],
      zones: [
        { id: 'z', name: 'Z', shape: { kind: 'box', at: [3, 0, 0], size: [6, 2, 2] } },
        {
          id: 'far',
          name: 'Far',
          shape: { kind: 'box', at: [40, 0, 0], size: [2, 2, 2] },
          rules: [{ id: 'in', on: { at: 'enter' }, cue: 'd', per: 'run', limit: { times: 1 } }],
        },
      ],
      rules: [{ id: 'r', on: { at: 'clock', seconds: 2 }, cue: 'c' }],
      walks: pair,
    })
    const events = lines(
      logFor(made, { walks: ['w', 'v'], length: 2 }).events,
      'move',
      'leave',
      'enter',
      'fire',
      'held',
    )
    expect(events.slice(-8)).toEqual([
      '2 move',
      '2 v:move',
      '2 leave z',
      '2 v:leave z',
      '2 enter far',
      '2 v:enter far',
      '2 fire far in d',
      '2 v:held far in limit',
    ])
  })
  it('frozen where a move has put them at a zone’s edge, they stay in until they go on', () => {
    const made = show({
      place: { marks: [{ id: 'rim', name: 'Rim', kind: 'standing', at: [10.25, 0, 0], yaw: 0 }] },
      cues: [
        {
          id: 'c',
          name: 'C',
          steps: [
            { id: 'f', kind: 'freeze', locks: ['walk'], hold: 3 },
            { id: 'm', kind: 'move', mark: 'rim', at: 1, quiet: false },
          ],
        },
      ],
      zones: [{ id: 'z', name: 'Z', shape: { kind: 'box', at: [9, 0, 0], size: [2, 2, 2] } }],
      rules: [{ id: 'r', on: { at: 'clock', seconds: 2 }, cue: 'c' }],
      walks: [{ ...walk('w', point(0), point(20)), body: { kind: 'player', radius: 0.25 } }],
    })
    expect(lines(logFor(made).events, 'enter', 'leave')).toEqual(['3 enter z', '5 leave z'])
  })
  it('after a move the look of the point reached last holds again', () => {
    const made = show({
      place: {
        marks: [
          { id: 'there', name: 'There', kind: 'standing', at: [10, 0, 0], yaw: 180 },
          { id: 'star', name: 'Star', kind: 'standing', at: [12, 0, -5] },
        ],
      },
      cues: [
        { id: 'go', name: 'Go', steps: [{ id: 'm', kind: 'move', mark: 'there' }] },
        { id: 'c', name: 'C', steps: [] },
      ],
      zones: [
        {
          id: 'z',
          name: 'Z',
          shape: { kind: 'box', at: [14, 0, 0], size: [10, 2, 2] },
          rules: [{ id: 'see', on: { at: 'look', target: { mark: 'star' }, within: 45 }, cue: 'c' }],
        },
      ],
      rules: [{ id: 'r', on: { at: 'clock', seconds: 2 }, cue: 'go' }],
      walks: [walk('w', point(-10, { look: { yaw: 0 } }), point(20))],
    })
    expect(lines(logFor(made).events, 'fire').at(-1)).toBe('2 fire z see c')
  })
})
