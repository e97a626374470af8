import { Modal } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { v7 } from 'uuid'
import { withCompetitions } from '@mano/core/intake/week'
import type { CoachTerms, WeekPlan } from '@mano/core/plan/types'
import { addDays } from '@mano/core/units/dates'
import { AddBlock } from './AddBlock'
import { DaySheet } from './DaySheet'
import { FrameForm } from './FrameForm'
import { SaveWeek } from './SaveWeek'
import { Schools } from './Schools'
import { Templates } from './Templates'
import type { OnBoard } from './useWeek'
import { Versions } from './Versions'
import { isSame } from './draft'
import { add } from './weekActs'

const OF = {
  frame: { title: 'Days of this week', size: 'xl' },
  save: { title: 'Save this week', size: 'md' },
  schools: { title: 'Training approaches side by side', size: 'xl' },
  templates: { title: 'Templates', size: 'xl' },
  versions: { title: 'Versions of this week', size: 'xl' },
} as const

/** What is done with a week in a window over it. */
export function WeekDialogs({ w }: { w: OnBoard }) {
  const { open, draft } = w
  const close = () => w.setOpen(null)
  return (
    <>
      <AddBlock
        day={w.adding}
        frame={draft.frame}
        context={w.context}
        blocks={draft.blocks}
        weekStart={w.weekStart}
        problem={w.problem}
        onBlocks={(blocks) => {
          w.put({ blocks: [...blocks] })
          w.setAdding(null)
        }}
        onClose={() => w.setAdding(null)}
        onAdd={(b) => {
          add(w, b)
          w.setAdding(null)
        }}
      />
      <DaySheet
        day={w.sheet}
        plan={w.week}
        kind={draft.terms.kind ?? 'ordinary'}
        view={w.view}
        onClose={() => w.setSheet(null)}
      />
      <Modal
        opened={open !== null}
        onClose={close}
        title={open && OF[open].title}
        size={open ? OF[open].size : 'md'}
      >
        <Inside w={w} close={close} />
      </Modal>
    </>
  )
}

function Inside({ w, close }: { w: OnBoard; close: () => void }) {
  const { open, draft, problem, saved } = w
  if (open === 'frame')
    return (
      <FrameForm
        frame={draft.frame}
        usual={withCompetitions(w.view.frame, w.weekStart, w.athlete.events)}
        onDone={(frame) => {
          if (frame) w.put({ frame })
          close()
        }}
      />
    )
  if (open === 'schools' && problem)
    return (
      <Schools
        problem={problem}
        week={w.week}
        onTake={(settings, blocks) => {
          w.put({ terms: { ...draft.terms, settings }, ...(blocks && { blocks: [...blocks] }) })
          close()
        }}
      />
    )
  if (open === 'templates')
    return (
      <Templates
        problem={problem}
        week={w.week}
        onUse={(plan, terms) => {
          fromTemplate(w, plan, terms)
          close()
        }}
      />
    )
  if (open === 'versions' && saved)
    return (
      <Versions
        newest={saved}
        onBack={(v) => {
          w.put({ frame: v.frame, blocks: v.blocks, terms: v.terms })
          close()
        }}
      />
    )
  return open === 'save' ? <Save w={w} close={close} /> : null
}

/** A template in place of the week: days gone by and what is done stay. */
function fromTemplate(w: OnBoard, plan: WeekPlan, terms: Partial<CoachTerms>): void {
  const { draft, weekStart, today } = w
  const gone = (day: number) => addDays(weekStart, day) < today
  const done = draft.blocks.filter((b) => w.done.has(b.id))
  w.put({
    frame: plan.frame.map((d, i) => (gone(i) ? (draft.frame[i] ?? d) : d)),
    blocks: [
      ...done,
      ...plan.blocks.filter((b) => !gone(b.day) && !done.some((x) => isSame(x, b))),
    ],
    terms: { ...draft.terms, ...terms },
  })
  w.setPicked(null)
}

const Save = ({ w, close }: { w: OnBoard; close: () => void }) => (
  <SaveWeek
    body={{ id: v7(), weekStart: w.weekStart, ...w.draft, reason: '' }}
    breaches={w.breaches}
    newest={w.saved ?? null}
    onMerge={(blocks, basedOn) => {
      w.drafts.put(w.key, { ...w.draft, blocks, basedOn }, w.draft)
      close()
    }}
    onDone={() => {
      w.drafts.drop(w.key)
      close()
      notifications.show({
        message: 'Saved as a version of its own. The floor runs it from now on.',
      })
    }}
  />
)
