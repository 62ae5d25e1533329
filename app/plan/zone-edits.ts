import { freeId, ruleIds, type Shape, type Zone } from '~~/core/show'
import { moved } from './geometry'
import { useSelection } from '~/frame/selection'
import { freshZone } from '~/document/fresh'
import { useShow } from '~/document/show'

/** Everything that is done to zones as a whole. */
export function useZoneEdits() {
  const doc = useShow()
  const selection = useSelection()
  const ids = () => doc.show!.zones.map((zone) => zone.id)

  function create(shape: Shape): void {
    const zone = freshZone(doc.show!, shape)
    if (doc.edit('Draw a zone', (e) => e.add(['zones'], zone))) selection.choose('zone', zone.id)
  }

  function duplicate(zone: Zone): void {
    const id = freeId(`${zone.id}-copy`, ids())
    const taken = ruleIds(doc.show!)
    const rules = zone.rules.map((rule) => {
      const made = { ...rule, id: freeId(rule.id, taken) }
      taken.push(made.id)
      return made
    })
    const copy: Zone = { ...zone, id, name: `${zone.name}, copy`, shape: moved(zone.shape, 0.6, 0.6), rules }
    if (doc.edit(`Duplicate ${zone.name}`, (e) => e.add(['zones'], copy))) selection.choose('zone', id)
  }

  function remove(zone: Zone): void {
    selection.clear()
    doc.edit(`Delete ${zone.name}`, (e) => e.remove(['zones', zone.id]))
  }
  return { create, duplicate, remove }
}
