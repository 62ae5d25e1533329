import { computed } from 'vue'
import { ANYBODY, populationOf } from '~~/core/study'
import { freeId, freeName, type Editor, type Population } from '~~/core/show'
import { useShow } from '~/document/show'
import { useRun } from '~/run/current-run'

/** What of a population a part of the sentence says. */
export type Trait = Exclude<keyof Population, 'id' | 'name' | 'note'>

/** Sets what a population is like; anybody, of whom the show says nothing yet, is put into it. */
export function setTrait<T extends Trait>(edit: Editor, population: Population, trait: T, value: Population[T]): void {
  if (edit.show.populations.some(({ id }) => id === population.id))
    edit.set(['populations', population.id, trait], value as never)
  else edit.add(['populations'], { ...population, [trait]: value })
}

/** Who sets out, among all that the show has a name for. */
export function usePopulation() {
  const doc = useShow()
  const runs = useRun()
  const population = computed(() => populationOf(doc.now, runs.population))
  const isNamed = computed(() => doc.now.populations.includes(population.value))
  const all = computed(() =>
    doc.now.populations.some(({ id }) => id === ANYBODY.id) ? doc.now.populations : [ANYBODY, ...doc.now.populations],
  )
  function choose(id: string): void {
    runs.population = id
  }
  /** Another population, like the one that is chosen. */
  function add(): void {
    const { show } = doc
    if (!show) return
    const name = freeName(
      'Others',
      all.value.map((each) => each.name),
    )
    const made = {
      ...population.value,
      id: freeId(
        name,
        all.value.map(({ id }) => id),
      ),
      name,
    }
    if (doc.edit(`Name ${name}`, (edit) => edit.add(['populations'], made))) choose(made.id)
  }
  const rename = (name: string) =>
    doc.edit(`Call ${population.value.name} ${name}`, (edit) => {
      if (isNamed.value) edit.set(['populations', population.value.id, 'name'], name)
      else edit.add(['populations'], { ...population.value, name })
    })
  function remove(): void {
    const { id, name } = population.value
    if (doc.edit(`Remove ${name}`, (edit) => edit.remove(['populations', id]))) choose(ANYBODY.id)
  }
  return { population, isNamed, all, choose, add, rename, remove }
}
