import { useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import type { BatteryBody, BatteryView } from '@mano/contract/tests'
import { orderBattery, type BatteryItem } from '@mano/core/testing/battery'
import { useCalm } from '../../base/calm'
import { api } from '../../base/api'
import { keys, useWrite } from '../../base/data'
import { SUGGESTED, useChoices } from './useBattery'

/** The battery that is chosen, and all that is done to it; each change is a version of it. */
export function useBatteryChange() {
  const [params, setParams] = useSearchParams()
  const choices = useChoices()
  const chosen = choices?.find((b) => b.id === params.get('b')) ?? choices?.[0]
  const [saving, setSaving] = useCalm<BatteryItem[] | null>(null)
  const [going, setGoing] = useCalm(false)
  const write = useWrite(
    (b: BatteryBody) => api.post<{ id: string }>('/api/batteries', b),
    [keys.batteries],
  )
  const store = (
    name: string,
    sportId: string | null,
    items: readonly BatteryItem[],
    of: BatteryView | null,
    removed = false,
  ) => {
    const id = v7()
    write.mutate(
      { id, name, sportId, items: orderBattery(items), supersedesId: of?.id ?? null, removed },
      {
        onSuccess: () => {
          setSaving(null)
          setGoing(false)
          setParams(removed ? {} : { b: id }, { replace: true })
        },
      },
    )
  }
  const own = chosen && chosen.id !== SUGGESTED ? chosen : null
  return {
    choices,
    chosen,
    own,
    choose: (id: string) => {
      setParams({ b: id }, { replace: true })
      setGoing(false)
    },
    /** Changes the hall's own battery; a suggested one is saved under a name first. */
    change: (items: BatteryItem[]) => {
      if (own) store(own.name, own.sportId, items, own)
      else setSaving(items)
    },
    remove: () => {
      if (own) store(own.name, own.sportId, own.items, own, true)
    },
    save: (name: string, sportId: string | null, items: BatteryItem[]) =>
      store(name, sportId, items, null),
    saving,
    setSaving,
    going,
    setGoing,
    write,
  }
}
export type BatteryChange = ReturnType<typeof useBatteryChange>
