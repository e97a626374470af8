import { UnstyledButton } from '@mantine/core'
import {
  closestCenter,
  DndContext,
  DragOverlay,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  pointerWithin,
  type CollisionDetection,
} from '@dnd-kit/core'
import { memo, useState } from 'react'
import { besideSport } from '@mano/core/catalogue/sportFamilies'
import { verdicts } from '@mano/core/plan/moves'
import { inOrder } from '@mano/core/plan/order'
import type { Breach } from '@mano/core/plan/rule'
import { whoOf, type PlanContext } from '@mano/core/plan/situation'
import { sessionMinutes } from '@mano/core/plan/time'
import { type Block, type WeekPlan } from '@mano/core/plan/types'
import { DAY_NAMES } from '@mano/core/intake/week'
import { addDays, formatDate } from '@mano/core/units/dates'
import { Icon } from '../../drawn/Icon'
import { BlockCard } from './BlockCard'

const PLACE = { hall: 'hall', home: 'home', bag: 'bag kit' } as const

interface Props {
  plan: WeekPlan
  context: PlanContext
  breaches: readonly Breach[]
  today: string
  editable: boolean
  picked: string | null
  /** Blocks logged on the floor: they stay. */ done: ReadonlySet<string>
  onPick: (id: string | null) => void
  onMove: (block: Block, day: number) => void
  onAdd: (day: number) => void
  onSheet: (day: number) => void
}

/** By pointer the day it is over; by keys, which have no pointer, the nearest. */
const underFinger: CollisionDetection = (at) => {
  const within = pointerWithin(at)
  return within.length > 0 || at.pointerCoordinates ? within : closestCenter(at)
}

/**
 * The week's days: blocks are dragged, or moved with Shift and an arrow; while one is dragged each
 * day says whether it may take it.
 */
export const Board = memo(function Board({
  plan,
  context,
  breaches,
  today,
  editable,
  picked,
  done,
  onPick,
  onMove,
  onAdd,
  onSheet,
}: Props) {
  const [dragged, setDragged] = useState<Block | null>(null)
  const [says, setSays] = useState<(Breach | null)[]>([])
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }))
  const key = (block: Block) => (e: React.KeyboardEvent) => {
    const step = e.key === 'ArrowLeft' ? -1 : e.key === 'ArrowRight' ? 1 : 0
    if (!editable || !e.shiftKey || step === 0 || block.day + step < 0 || block.day + step > 6)
      return
    e.preventDefault()
    onMove(block, block.day + step)
  }
  return (
    <DndContext
      // The day under the finger, however wide the card is.
      collisionDetection={underFinger}
      sensors={sensors}
      onDragStart={({ active }) => {
        const block = plan.blocks.find((b) => b.id === active.id) ?? null
        setDragged(block)
        setSays(block ? verdicts(plan, block, context) : [])
      }}
      onDragCancel={() => setDragged(null)}
      onDragEnd={({ over }) => {
        if (dragged && over && Number(over.id) !== dragged.day) onMove(dragged, Number(over.id))
        setDragged(null)
      }}
      accessibility={{
        screenReaderInstructions: {
          draggable: 'Shift and an arrow key move the exercise by a day.',
        },
      }}
    >
      <div className="board">
        {plan.frame.map((d, i) => {
          const own = inOrder(plan.blocks.filter((b) => b.day === i))
          const used = Math.ceil(
            sessionMinutes(own, plan.testDay === i ? (context.terms?.tests?.minutes ?? 0) : null),
          )
          const held = breaches.filter((b) => b.day === i)
          return (
            <Day key={i} day={i} off={d.minutes === 0} dragged={dragged} says={says[i] ?? null}>
              <header>
                <UnstyledButton className="day-name" onClick={() => onSheet(i)}>
                  {DAY_NAMES[i]} {formatDate(addDays(plan.weekStart, i), today)}
                  <span className="vh">: the session</span>
                </UnstyledButton>
                <span className={used > d.minutes ? 'over' : ''}>
                  {d.minutes === 0 && own.length === 0
                    ? 'no session'
                    : `${used} of ${d.minutes} min · ${PLACE[d.place]}`}
                </span>
              </header>
              {(d.sportLoad > 0 || d.heavyPull !== 'none' || d.competition) && (
                <p className="other">
                  {[
                    d.competition && 'Competition',
                    d.sportLoad > 0 && `Sport, hand load ${d.sportLoad} of 3`,
                    d.sportLoad > 0 &&
                      own.length > 0 &&
                      `grip work ${besideSport(whoOf(context).sports)}`,
                    d.heavyPull !== 'none' &&
                      `Heavy pull ${d.heavyPull === 'after' ? 'after' : 'before'} grip work`,
                    d.minutes > 0 && d.at && `from ${d.at}`,
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </p>
              )}
              {plan.testDay === i && (
                <p className="tests-card">
                  <Icon name="clock" /> Tests, {context.terms?.tests?.minutes ?? 0} min
                </p>
              )}
              {own.map((b) => (
                <Draggable
                  key={b.id}
                  block={b}
                  editable={editable && !done.has(b.id)}
                  onKeyDown={key(b)}
                >
                  <BlockCard
                    block={b}
                    picked={b.id === picked}
                    done={done.has(b.id)}
                    breaches={held.filter((x) => x.blockIds.includes(b.id))}
                    onPick={() => onPick(b.id === picked ? null : b.id)}
                  />
                </Draggable>
              ))}
              {editable && (
                <UnstyledButton
                  className="add"
                  onClick={() => onAdd(i)}
                  aria-label={`Add an exercise on ${DAY_NAMES[i]}`}
                >
                  + Add
                </UnstyledButton>
              )}
            </Day>
          )
        })}
      </div>
      <DragOverlay dropAnimation={null}>
        {dragged && <BlockCard block={dragged} picked breaches={[]} onPick={() => undefined} />}
      </DragOverlay>
    </DndContext>
  )
})

function Day({
  day,
  off,
  dragged,
  says,
  children,
}: {
  day: number
  off: boolean
  dragged: Block | null
  says: Breach | null
  children: React.ReactNode
}) {
  const { setNodeRef, isOver } = useDroppable({ id: day })
  const other = dragged !== null && dragged.day !== day
  return (
    <section
      ref={setNodeRef}
      className={
        `day ${off ? 'off' : ''} ${other ? (says ? `no ${says.kind}` : 'yes') : ''} ` +
        `${isOver && other ? 'over-it' : ''}`
      }
      aria-label={DAY_NAMES[day]}
    >
      {children}
      {other && (
        <p className="drop-says">
          <Icon name={says ? (says.kind === 'safety' ? 'stop' : 'warn') : 'check'} />{' '}
          {says ? says.says : 'Can go here'}
        </p>
      )}
    </section>
  )
}

function Draggable({
  block,
  editable,
  onKeyDown,
  children,
}: {
  block: Block
  editable: boolean
  onKeyDown: (e: React.KeyboardEvent) => void
  children: React.ReactNode
}) {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: block.id, disabled: !editable })
  return (
    <div
      ref={setNodeRef}
      className={`drag ${isDragging ? 'gone' : ''}`}
      onPointerDown={listeners?.['onPointerDown'] as React.PointerEventHandler | undefined}
      onKeyDown={onKeyDown}
    >
      {children}
    </div>
  )
}
