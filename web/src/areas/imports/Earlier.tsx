import { Anchor, Button, Modal } from '@mantine/core'
import type { ImportView } from '@mano/contract/tests'
import { formatDate } from '@mano/core/units/dates'
import { must } from '@mano/core/units/must'
import { api, failureText } from '../../base/api'
import { useCalm } from '../../base/calm'
import { useImports, useWrite } from '../../base/data'
import { useListing } from '../../base/Listing'
import { Chip } from '../../drawn/marks'
import { count, TOUCHED } from './useImport'

const NONE_YET: readonly ImportView[] = []

/** Imports so far, each taken back as one. */
export function Earlier({ today }: { today: string }) {
  const imports = useImports()
  const [undoing, setUndoing] = useCalm<ImportView | null>(null)
  const undo = useWrite((id: string) => api.post(`/api/imports/${id}/undo`), TOUCHED)
  const list = useListing(imports.data ?? NONE_YET, {
    what: 'imports',
    says: (i) => `${i.fileName} ${i.by} ${formatDate(i.recordedAt.slice(0, 10), today)}`,
    by: {
      file: (i) => i.fileName,
      rows: (i) => i.trials,
      when: (i) => i.recordedAt,
      state: (i) => (i.undone ? 1 : 0),
    },
  })
  if (!imports.data || imports.data.length === 0) return null
  return (
    <>
      <h2 className="imp-sub">Imports so far</h2>
      {list.find}
      <table className="hall-kit">
        <thead>
          <tr>
            {list.th('file', 'File')}
            {list.th('rows', 'What')}
            {list.th('when', 'When and who')}
            {list.th('state', 'State')}
          </tr>
        </thead>
        <tbody>
          {list.rows.map((i) => (
            <tr key={i.id}>
              <th scope="row">{i.fileName}</th>
              <td>{count(i.of, i.trials)}</td>
              <td>
                {formatDate(i.recordedAt.slice(0, 10), today)}, {i.by}
              </td>
              <td>
                {i.undone ? (
                  <Chip icon="cross" tone="dash">
                    Undone
                  </Chip>
                ) : (
                  <Anchor
                    component="button"
                    type="button"
                    className="lnk"
                    onClick={() => setUndoing(i)}
                  >
                    Undo
                  </Anchor>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {list.foot}
      <Modal opened={undoing !== null} onClose={() => setUndoing(null)} title="Undo this import?">
        <p className="s">
          All {undoing && count(undoing.of, undoing.trials)} of {undoing?.fileName} leave every list
          and sum. The record that they were there stays.
        </p>
        <p className="said" role="alert">
          {undo.error && failureText(undo.error)}
        </p>
        <div className="row">
          <Button
            loading={undo.isPending}
            onClick={() => undo.mutate(must(undoing).id, { onSuccess: () => setUndoing(null) })}
          >
            Undo the import
          </Button>
          <Button variant="default" onClick={() => setUndoing(null)}>
            Cancel
          </Button>
        </div>
      </Modal>
    </>
  )
}
