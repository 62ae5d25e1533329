import type { Shape } from '~~/core/show'

/** What the hand does in the plan: choose and move what is there, or draw. */
export type Tool =
  | 'choose'
  | 'walk'
  | `zone ${Shape['kind']}`
  | 'wall'
  | 'opening'
  | 'door'
  | 'floor'
  | 'prop box'
  | 'prop cylinder'
  | 'light point'
  | 'light spot'
  | 'mark standing'
  | 'mark camera'

interface Entry {
  tool: Tool
  name: string
  /** What to do with it, in the foot of the plan. */
  says: string
}
interface Group {
  name: string
  entries: Entry[]
}
const DRAG = 'drag from corner to corner · Alt suspends snapping · Escape leaves it'
const FROM_MIDDLE = 'press in its middle and drag to its rim · Alt suspends snapping · Escape leaves it'
const TURN = 'press where it stands and drag to where it faces · Escape leaves it'

/** The tools as the bar shows them: those of one name in a menu. */
export const TOOLS: Group[] = [
  { name: 'Choose', entries: [{ tool: 'choose', name: 'Choose', says: '' }] },
  {
    name: 'Zone',
    entries: [
      { tool: 'zone box', name: 'Box', says: DRAG },
      { tool: 'zone cylinder', name: 'Cylinder', says: FROM_MIDDLE },
      { tool: 'zone sphere', name: 'Sphere', says: FROM_MIDDLE },
      { tool: 'zone prism', name: 'Prism', says: DRAG },
    ],
  },
  {
    name: 'Walk',
    entries: [
      {
        tool: 'walk',
        name: 'Walk',
        says: 'click where the walk goes, it finds its way round walls · Alt goes straight · Enter, Escape or a double click ends it',
      },
    ],
  },
  {
    name: 'Wall',
    entries: [
      {
        tool: 'wall',
        name: 'Wall',
        says: 'click corner by corner, or type a length · Tab types the angle · Enter or Escape ends it · Alt suspends snapping',
      },
      { tool: 'opening', name: 'Opening', says: 'click on a wall · drag along it for its width · Escape leaves it' },
      { tool: 'door', name: 'Door', says: 'click in an opening: a leaf hangs in it · Escape leaves it' },
      {
        tool: 'floor',
        name: 'Floor',
        says: 'click between walls to fill them · or click its outline, Enter or Escape ends it · Shift draws inside walls too',
      },
    ],
  },
  {
    name: 'Prop',
    entries: [
      { tool: 'prop box', name: 'Box', says: DRAG },
      { tool: 'prop cylinder', name: 'Cylinder', says: FROM_MIDDLE },
    ],
  },
  {
    name: 'Light',
    entries: [
      { tool: 'light point', name: 'All round', says: 'click where it hangs · Escape leaves it' },
      { tool: 'light spot', name: 'Cone', says: TURN },
    ],
  },
  {
    name: 'Mark',
    entries: [
      { tool: 'mark standing', name: 'Standing', says: TURN },
      { tool: 'mark camera', name: 'Camera', says: TURN },
    ],
  },
]
export const toolEntry = (tool: Tool): Entry =>
  TOOLS.flatMap(({ entries }) => entries).find((entry) => entry.tool === tool)!

const DRAGGED = /^(zone|prop|light|mark) |^opening$/
/** Whether a tool is pressed where something begins and let go where it ends. */
export const drags = (tool: Tool): boolean => DRAGGED.test(tool)
