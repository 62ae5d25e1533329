import { setField, type Editor, type FieldOf, type ListOfThings, type ThingOf, type ValueIn } from '~~/core/show'
import { useShow } from './show'

/** The fields of the thing that is seen, by the list that it stands in and its id. */
export function useFields<L extends ListOfThings>(list: L, id: () => string) {
  const doc = useShow()
  /** What puts a value into a field while it is being changed. */
  const put =
    <F extends FieldOf<ThingOf<L>> & string>(field: F) =>
    (edit: Editor, value: ValueIn<ThingOf<L>, F>): void =>
      setField(edit, list, id(), field, value)
  /** Gives a field another value, as one change with a label. */
  const set = <F extends FieldOf<ThingOf<L>> & string>(field: F, value: ValueIn<ThingOf<L>, F>, label: string) =>
    doc.edit(label, (edit) => put(field)(edit, value))
  return { put, set }
}
