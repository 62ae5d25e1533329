import { demoShow } from '../demo/demo-show'
import { demoSounds } from '../demo/sounds'
import { keepSound, libraryOfSounds, rowOf } from './assets/keep'
import { soundOf } from './assets/sound-of'
import { database } from './data/connection'
import { migrate } from './data/migrations'
import { models } from './data/models'
import { createShow } from './shows/list'

/** Brings the database up to date; an empty one gets the demo. Runs before the server listens. */
async function prepare(): Promise<void> {
  await migrate()
  if ((await models().Shows.count()) === 0) {
    process.stdout.write('Making the sounds of the demo …\n')
    for (const { wav, ...library } of demoSounds()) await keepSound(wav, rowOf(await soundOf(wav)), { library })
    await createShow(demoShow(await libraryOfSounds()))
  }
  await database().close()
}

prepare().catch((error: Error) => {
  process.stderr.write(`${error.message}\n`)
  process.exit(1)
})
