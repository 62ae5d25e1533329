import type { ThingKind } from '~/document/things'

/** A field that can be set for several things at once. */
export type ManyField = { field: string; name: string } & (
  | { is: 'number'; unit: string; min?: number; max?: number }
  | { is: 'choice'; options: { value: boolean | string; words: string }[] }
  | { is: 'colour' }
)
const number = (field: string, name: string, unit: string, more: { min?: number; max?: number } = {}) =>
  ({ is: 'number', field, name, unit, ...more }) satisfies ManyField
const yesno = (field: string, name: string, yes: string, no: string) =>
  ({ is: 'choice', field, name, options: [{ value: true, words: yes }, { value: false, words: no }] }) satisfies ManyField // prettier-ignore

/** What things of a kind have in common that one sets for all of them. */
export const MANY_FIELDS: { [kind in ThingKind]: ManyField[] } = {
  zone: [
    yesno('enabled', 'Switched', 'switched on', 'switched off'),
    {
      is: 'choice',
      field: 'notices',
      name: 'Notices',
      options: [
        { value: 'body', words: 'notices bodies' },
        { value: 'feet', words: 'notices feet' },
        { value: 'eyes', words: 'notices eyes' },
      ],
    },
    number('rim', 'Rim', 'm', { min: 0 }),
  ],
  light: [
    yesno('on', 'On', 'on at the start', 'off at the start'),
    number('candela', 'Candela', 'cd', { min: 0 }),
    number('reach', 'Reach', 'm', { min: 0.1 }),
    { is: 'colour', field: 'colour', name: 'Colour' },
  ],
  prop: [
    yesno('shown', 'Shown', 'seen from the start', 'not seen at the start'),
    yesno('solid', 'Solid', 'nobody walks through', 'one walks through'),
    { is: 'colour', field: 'colour', name: 'Colour' },
    number('yaw', 'Turn', '°'),
    number('mass', 'Mass', 'kg', { min: 0.01 }),
    number('bounce', 'Bounce', '', { min: 0, max: 1 }),
    number('grip', 'Grip', '', { min: 0, max: 10 }),
  ],
  mark: [number('yaw', 'Facing', '°')],
  wall: [number('height', 'Height', 'm', { min: 0.1 }), number('thickness', 'Thickness', 'm', { min: 0.01 })],
  floor: [number('y', 'Height', 'm')],
}
