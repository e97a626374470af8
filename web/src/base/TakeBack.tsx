import type { TakenBackKind } from '@mano/contract/takenBack'
import type { Touched } from './data'
import { Reasoned } from './Reasoned'
import { takeBack } from './undo'

/** On a row that was recorded by mistake: says what follows, and takes it back. */
export function TakeBack({
  kind,
  rowId,
  what,
  says,
  touched,
}: {
  kind: TakenBackKind
  rowId: string
  /** As the dialog and the notice name it: `the clearance by Ana Reyes`. */ what: string
  says: string
  touched: Touched
}) {
  return (
    <Reasoned
      label="Take back"
      title={`Take back ${what}`}
      says={says}
      done={`Taken back: ${what}.`}
      asks={false}
      act={() => takeBack(kind, rowId)}
      touched={touched}
    />
  )
}
