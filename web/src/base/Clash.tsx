import { Anchor, Button, Modal } from '@mantine/core'
import type { Change } from './useChange'

const words = (v: unknown): string =>
  v === null || v === undefined || v === ''
    ? 'empty'
    : typeof v === 'object'
      ? Object.values(v).join(', ')
      : typeof v === 'boolean'
        ? v
          ? 'yes'
          : 'no'
        : typeof v === 'string' || typeof v === 'number'
          ? String(v)
          : ''

/**
 * Both sides of what two people changed at once; nothing is saved until one is chosen. `names`: the
 * fields as the form calls them; `say`: a value as the form shows it.
 */
export function Clash<B extends object>({
  change,
  names,
  say = (_, v) => words(v),
}: {
  change: Change<B>
  names: Partial<Record<keyof B, string>>
  say?: (key: keyof B, v: unknown) => string
}) {
  const { clash, choose } = change
  return (
    <Modal
      opened={clash !== null}
      onClose={() => choose(null)}
      title="Somebody changed the same meanwhile"
      size="lg"
    >
      {clash && (
        <>
          <p className="s">Both are here. What only one of you changed is kept either way.</p>
          <table className="clash">
            <thead>
              <tr>
                <th scope="col">What</th>
                <th scope="col">On record now</th>
                <th scope="col">Yours</th>
              </tr>
            </thead>
            <tbody>
              {clash.fields.map((k) => (
                <tr key={String(k)}>
                  <th scope="row">{names[k] ?? String(k)}</th>
                  <td>{say(k, clash.theirs[k])}</td>
                  <td>{say(k, clash.mine[k])}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <div className="row modal-row">
            <Button onClick={() => choose('mine')}>Save mine over it</Button>
            <Button variant="default" onClick={() => choose('theirs')}>
              Keep what is on record
            </Button>
            <Anchor component="button" type="button" className="lnk" onClick={() => choose(null)}>
              Back to the form
            </Anchor>
          </div>
        </>
      )}
    </Modal>
  )
}
