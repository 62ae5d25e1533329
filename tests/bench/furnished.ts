/** A large place as a document: a grid of rooms with walls and doorways, and zones of every shape in them. */
export function largePlace(zones: number, walls: number): object {
  const cells = Math.ceil(Math.sqrt(zones / 4))
  const side = 8
  const across = Math.max(1, Math.floor(walls / 2 / (cells + 1)))
  const stretch = (cells * side) / across
  const rows = Array.from({ length: walls }, (_, i) => {
    const k = Math.floor(i / 2)
    const line = Math.floor(k / across) * side
    const from = (k % across) * stretch
    const openings = [{ id: `o-${i}`, at: stretch / 2, width: 1.4 }]
    return i % 2 === 0
      ? { id: `w-${i}`, from: [from, line], to: [from + stretch, line], openings }
      : { id: `w-${i}`, from: [line, from], to: [line, from + stretch], openings }
  })
  const shape = (i: number) => {
    const cell = Math.floor(i / 4)
    const x = (cell % cells) * side + 2 + (i % 2) * 4
    const z = Math.floor(cell / cells) * side + 2 + (Math.floor(i / 2) % 2) * 4
    switch (i % 4) {
      case 0:
        return { kind: 'box', at: [x, 0, z], size: [2.6, 2.2, 1.8], yaw: (i * 7) % 90 }
      case 1:
        return { kind: 'cylinder', at: [x, 0, z], radius: 1.2, height: 2.2 }
      case 2:
        return { kind: 'sphere', at: [x, 1, z], radius: 1.2 }
      default:
        return {
          kind: 'prism',
          y: 0,
          height: 2.2,
          outline: [
            [x - 1, z - 1],
            [x + 1, z - 0.6],
            [x + 0.8, z + 1],
            [x - 1, z + 0.8],
          ],
        }
    }
  }
  const size = cells * side
  return {
    format: 'esvik-show',
    version: 1,
    title: `Large place of ${zones} zones`,
    place: {
      floors: [
        {
          id: 'floor',
          name: 'Floor',
          y: 0,
          outline: [
            [0, 0],
            [size, 0],
            [size, size],
            [0, size],
          ],
        },
      ],
      walls: rows,
    },
    cues: [{ id: 'c', name: 'C', steps: [{ id: 's', kind: 'fade', in: 0.2, stay: 0.2, out: 0.2 }] }],
    zones: Array.from({ length: zones }, (_, i) => ({
      id: `z-${i}`,
      name: `Zone ${i + 1}`,
      shape: shape(i),
      rules: [{ id: `r-${i}`, on: { at: 'enter' }, cue: 'c', cooldown: { seconds: 5 } }],
    })),
    walks: [
      {
        id: 'w',
        name: 'Through',
        points: Array.from({ length: 40 }, (_, i) => ({
          at: [2 + (i % 2) * (size - 4), 0, 2 + Math.floor(i / 2) * side],
        })).filter(({ at }) => at[2]! < size),
      },
    ],
  }
}
