import { thousandths, newestOnly, needed } from '~~/core/base'
import { proxy, wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { computed, nextTick, ref, shallowRef, watch } from 'vue'
import {
  completeFloor,
  completeLight,
  completeMark,
  completeMesh,
  completeOpening,
  completeProp,
  completeWall,
  freeId,
  freeName,
  type Editor,
  type Mesh,
  type Point,
} from '~~/core/show'
import { fromFrame, eachOf } from '~~/core/space'
import type { FoundFloor, FoundWall } from '~~/core/mesh'
import { whyFailed } from '~/document/keeping/server'
import { useShow } from '~/document/show'
import { droppedPlace } from '~/frame/dropped'
import { useView } from '~/frame/view'
import type { BringWorker, ReadPlace } from './bring.worker'
import type { FileNode } from './gltf-place'

/** Waits for an answer, unless somebody stops what is under way. */
type Going = <T>(answer: T) => Promise<Awaited<T>>

/** Bringing a place in: a file is read, stands where it is put, and what it shows is offered. */
export const useBring = defineStore('bring', () => {
  const doc = useShow()
  const view = useView()
  let thread: Worker | undefined
  /** Ends what is under way when somebody doesn't want to wait. */
  let stopping: AbortController | undefined
  let worker: Remote<BringWorker> | undefined
  /** What is under way, in words; empty if nothing is. */
  const busy = ref('')
  /** How much of it is done, 0 to 1; nothing where that is not known. */
  const share = ref<number>()
  const progress = () => proxy((done: number) => void (share.value = done))
  const problem = ref('')
  const name = ref('')
  const read = shallowRef<ReadPlace>()
  /** Of which asset the worker has the triangles. */
  const known = ref('')
  const section = shallowRef<Float32Array>()
  const open = ref(false)
  const floors = shallowRef<FoundFloor[]>()
  const walls = shallowRef<FoundWall[]>()
  const mesh = computed(() => doc.place?.mesh)
  const standing = () => needed(doc.place?.mesh, 'mesh in this place')
  const file = () => needed(read.value, 'file that was read')

  function begin(): Remote<BringWorker> {
    if (!worker) {
      thread = new Worker(new URL('./bring.worker.ts', import.meta.url), { type: 'module' })
      worker = wrap<BringWorker>(thread)
    }
    return worker
  }
  /** Gives up what is under way; nothing is changed. */
  function stop(): void {
    stopping?.abort()
    thread?.terminate()
    thread = worker = undefined
    known.value = ''
    read.value = undefined
  }

  /** Does something that takes its time, as long as nobody stops it: then what comes after an answer is never reached. */
  async function doing(words: string, work: (going: Going, signal: AbortSignal) => Promise<void>) {
    busy.value = words
    problem.value = ''
    const mine = (stopping = new AbortController())
    const stopped = new Promise<never>((_, fail) =>
      mine.signal.addEventListener('abort', () =>
        fail(new Error(`Stopped: ${words.toLowerCase()}. Nothing was changed.`)),
      ),
    )
    stopped.catch(() => {})
    try {
      await work((async (answer: unknown) => await Promise.race([answer, stopped])) as Going, mine.signal)
    } catch (error) {
      problem.value = whyFailed(error)
    } finally {
      if (stopping === mine) {
        busy.value = ''
        share.value = stopping = undefined
      }
    }
  }

  /** Brings a file in: it stands as it was made. Bad ones change nothing. */
  async function bring(file: File): Promise<void> {
    open.value = true
    if (/\.gltf$/i.test(file.name)) {
      problem.value = `${file.name} names parts beside it: put it and them into a ZIP and bring that in. Nothing was changed.`
      return
    }
    await doing(`Reading ${file.name}`, async (going, signal) => {
      const found = await going(begin().read(await going(file.arrayBuffer()), progress()))
      if ('problem' in found) throw new Error(`${file.name} was not brought in: ${found.problem}. Nothing was changed.`)
      busy.value = `Keeping ${file.name}`
      share.value = undefined
      const body = new Blob([await going(begin().file())], { type: 'model/gltf-binary' })
      const { hash } = await going($fetch<{ hash: string }>('/api/assets', { method: 'POST', body, signal }))
      read.value = found
      name.value = file.name
      known.value = hash
      floors.value = walls.value = undefined
      const before = mesh.value
      isNew = !before
      const made = before ? { ...before, asset: hash } : completeMesh({ asset: hash })
      doc.edit(`Bring in ${file.name}`, (edit) => edit.set(['place', 'mesh'], made))
    })
  }

  /** Reads the mesh that a show has already. */
  async function know(): Promise<void> {
    const asset = mesh.value?.asset
    if (!asset || known.value === asset || busy.value) return
    await doing('Reading the mesh', async (going) => {
      const answer = await going(fetch(`/api/assets/${asset}`))
      if (!answer.ok) throw new Error('The file of the mesh is not here; the show works without it.')
      const found = await going(begin().read(await going(answer.arrayBuffer()), progress()))
      if ('problem' in found) throw new Error(`The mesh can’t be read: ${found.problem}.`)
      read.value = found
      name.value ||= 'The mesh'
      known.value = asset
    })
  }

  /** A mesh where there was none is shown whole once there is something to be seen of it. */
  let isNew = false
  /** The section follows the mesh: while one is worked out only the newest question waits. */
  const cut = newestOnly(async () => {
    const now = mesh.value
    if (!now || known.value !== now.asset || !worker) return void (section.value = undefined)
    const { scale, yaw, at, cutAt } = now
    section.value = await worker.cut({ scale, yaw, at: [...at] }, cutAt)
    if (!isNew || !section.value) return
    isNew = false
    void nextTick(() => (view.plan = undefined))
  })
  watch([mesh, known], () => void know().then(cut), { immediate: true })
  watch(
    [() => mesh.value?.scale, () => mesh.value?.yaw, () => mesh.value?.at],
    () => (floors.value = walls.value = undefined),
  )

  const placing = (): Pick<Mesh, 'scale' | 'yaw' | 'at'> => {
    const { scale, yaw, at } = standing()
    return { scale, yaw, at: eachOf(at, (value) => value) }
  }
  const player = () => ({ height: doc.now.player.height })
  const findFloors = () =>
    doing('Looking for floors', async (going) => {
      floors.value = await going(begin().floors(placing(), player(), progress()))
    })
  const findWalls = () =>
    doing('Looking for walls', async (going) => {
      floors.value ??= await going(begin().floors(placing(), player(), progress()))
      const levels = new Set(floors.value.filter((floor) => !floor.slopeTo).map((floor) => floor.y))
      const heights = levels.size > 0 ? [...levels] : [standing().cutAt - 1.2]
      walls.value = await going(begin().walls(placing(), heights, floors.value, progress()))
    })

  /** Set on the floor: its largest floor at nought, or its lowest point if no floor was found. */
  async function ground(): Promise<void> {
    if (!floors.value) await findFloors()
    const { scale, at } = standing()
    const largest = floors.value?.find((floor) => !floor.slopeTo)
    const y = largest ? at[1] - largest.y : -(read.value?.low[1] ?? 0) * scale
    if (thousandths(y) === at[1]) return
    doc.edit('Set the mesh on the floor', (edit) => edit.set(['place', 'mesh', 'at'], [at[0], thousandths(y), at[2]]))
  }

  /** Adds things of a list of the place, each by a free id and name. */
  function adding(
    edit: Editor,
    list: 'floors' | 'walls' | 'lights' | 'marks' | 'props',
    things: { name?: string }[],
    make: (named: { id: string; name: string }, i: number) => object,
  ): void {
    const there: readonly { id: string; name?: string }[] = edit.show.place[list]
    const ids = there.map(({ id }) => id)
    const names = there.map((each) => each.name ?? '')
    things.forEach((thing, i) => {
      const fresh = freeName(thing.name ?? '', names)
      const id = freeId(fresh, ids)
      ids.push(id)
      names.push(fresh)
      edit.addFound(['place', list], make({ id, name: fresh }, i))
    })
  }
  function takeFloors(): void {
    const found = floors.value ?? []
    doc.edit('Floors from the mesh', (edit) =>
      adding(
        edit,
        'floors',
        found.map(({ slopeTo }) => ({ name: slopeTo ? 'Ramp' : 'Floor' })),
        (named, i) => {
          const { y, outline, slopeTo } = found[i]!
          return completeFloor({ ...named, y, outline, ...(slopeTo && { slopeTo }) })
        },
      ),
    )
  }
  function takeWalls(): void {
    const found = walls.value ?? []
    doc.edit('Walls from the mesh', (edit) => {
      const ids = edit.show.place.walls.map(({ id }) => id)
      for (const wall of found) {
        const id = freeId('wall', ids)
        ids.push(id)
        const openings = wall.openings.map((opening, i) => completeOpening({ id: `opening-${i + 1}`, ...opening }))
        edit.add(['place', 'walls'], completeWall({ ...wall, id, openings }))
      }
    })
  }
  const inPlace = (point: Point): Point => {
    const { scale, yaw, at } = standing()
    const [x, z] = fromFrame(point[0] * scale, point[2] * scale, { at, yaw })
    return [thousandths(x), thousandths(at[1] + point[1] * scale), thousandths(z)]
  }
  const turned = (yaw: number): number => Math.round((yaw + standing().yaw) * 10) / 10
  function takeLights(): void {
    // What stands there already is not taken a second time.
    const isNew = (there: readonly { at: Point }[]) => (one: { at: Point }) => {
      const at = inPlace(one.at)
      return !there.some((other) => at.every((v, axis) => Math.abs(v - other.at[axis]!) < 0.01))
    }
    const { place } = doc.now
    const lights = file().lights.filter(isNew(place.lights))
    const cameras = file().cameras.filter(isNew(place.marks))
    if (lights.length + cameras.length === 0) return void (doc.problem = 'Its lights and cameras are there already.')
    doc.edit('Lights and cameras from the mesh', (edit) => {
      adding(edit, 'lights', lights, (named, i) => {
        const { at, yaw, reach, ...rest } = lights[i]!
        // Without a reach of its own, as far as a tenth of a lux.
        const far =
          reach !== undefined ? reach * standing().scale : Math.min(60, Math.max(1, Math.sqrt(rest.candela / 0.1)))
        return completeLight({ ...rest, ...named, at: inPlace(at), yaw: turned(yaw), reach: thousandths(far) })
      })
      adding(edit, 'marks', cameras, (named, i) => {
        const { at, yaw, pitch, fov } = cameras[i]!
        return {
          ...completeMark({ ...named, kind: 'camera', at: inPlace(at) }),
          yaw: turned(yaw),
          pitch,
          fov: Math.min(170, Math.max(1, fov)),
        }
      })
    })
  }
  /** A node becomes a prop: a box as large as it is. */
  function takeNode({ name: called, low, high }: FileNode): void {
    const { scale, yaw } = standing()
    const middle: Point = [(low[0] + high[0]) / 2, low[1], (low[2] + high[2]) / 2]
    const size = eachOf(high, (top, axis) => Math.max(0.01, thousandths((top - low[axis]) * scale)))
    doc.edit(`${called} as a prop`, (edit) =>
      adding(edit, 'props', [{ name: called }], (named) =>
        completeProp({ ...named, kind: 'box', at: inPlace(middle), size, yaw }),
      ),
    )
  }
  function remove(): void {
    open.value = false
    doc.edit('Take the mesh out', (edit) => edit.set(['place', 'mesh'], undefined))
  }
  /** What was dropped, here or on the list of shows, comes in as soon as a show is open. */
  watch(
    [() => doc.isOpen, droppedPlace],
    ([isOpen, file]) => {
      if (!isOpen || !file) return
      droppedPlace.value = undefined
      void bring(file)
    },
    { immediate: true },
  )
  watch(section, (now) => (view.meshSection = now))
  return {
    busy,
    share,
    problem,
    name,
    read,
    open,
    section,
    floors,
    walls,
    mesh,
    bring,
    stop,
    findFloors,
    findWalls,
    ground,
    takeFloors,
    takeWalls,
    takeLights,
    takeNode,
    remove,
  }
})
