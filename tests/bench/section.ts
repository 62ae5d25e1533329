import { readPlaceFile } from '../../app/bring/read-gltf'
import { cutAt } from '../../core/mesh'
import { levelByTransform, type Block } from '../harness/level'
import { line, middle, ms } from './measure'

/** From the bytes of a level of a million triangles to its section. */
const SIDE = 290
const blocks: Block[] = Array.from({ length: SIDE * SIDE }, (_, i) => ({
  name: `B${i}`,
  at: [(i % SIDE) * 2, 1.5, Math.floor(i / SIDE) * 2],
  size: [0.4, 3, 0.4],
}))
/** One mesh of all, as a level is exported: nodes by the thousand are another matter. */
const merged = await levelByTransform(blocks, true)
const all: number[] = []
const cuts: number[] = []
for (let n = 0; n < 5; n++) {
  const before = performance.now()
  const { triangles } = await readPlaceFile(merged)
  const read = performance.now()
  const { ends } = cutAt(triangles, 1.2)
  cuts.push(performance.now() - read)
  all.push(performance.now() - before)
  if (n === 0)
    line(
      `a level of ${(triangles.indices.length / 3).toLocaleString('en')} triangles, section of ${ends.length / 4} pieces`,
      '',
      '',
    )
}
line('  from its bytes to its section (median of 5)', ms(middle(all)), '≤ 1,000 ms')
line('  the cut alone', ms(middle(cuts)), '≤ 60 ms')
