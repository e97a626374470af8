import { Button, Input, Modal, UnstyledButton } from '@mantine/core'
import { useState } from 'react'
import { v7 } from 'uuid'
import { EXERCISES, trainedBy, type Exercise } from '@mano/core/catalogue/exercises'
import { qualityById, type QualityId } from '@mano/core/catalogue/qualities'
import { askWhich, meaningOf } from '@mano/core/catalogue/words'
import { ADDED } from '@mano/core/plan/habits'
import { usualDose } from '@mano/core/plan/limits'
import { newlyBroken } from '@mano/core/plan/moves'
import type { PlanContext } from '@mano/core/plan/situation'
import { type Block } from '@mano/core/plan/types'
import { DAY_NAMES, type DayFrame } from '@mano/core/intake/week'
import { handsOf } from '@mano/core/catalogue/person'
import type { WeekProblem } from '@mano/core/plan/problem'
import { Icon } from '../../drawn/Icon'
import { useCalm } from '../../base/calm'
import { WhyNotPanel } from './WhyNotPanel'
import { isAmong } from '@mano/core/units/among'

const qualityName = (e: Exercise): string => {
  const quality = trainedBy(e)
  return quality ? qualityById(quality).name : ''
}

interface Props {
  day: number | null
  frame: readonly DayFrame[]
  context: PlanContext
  blocks: readonly Block[]
  weekStart: string
  problem: WeekProblem | null
  onClose: () => void
  onAdd: (b: Block) => void
  onBlocks: (blocks: readonly Block[]) => void
}

/** The library, searched by name or quality; each row says beforehand which rule it would break. */
export function AddBlock({ day, ...rest }: Props) {
  return (
    <Modal
      opened={day !== null}
      onClose={rest.onClose}
      title={day === null ? '' : `Add to ${DAY_NAMES[day]}`}
      size="lg"
    >
      {day !== null && <List day={day} {...rest} />}
    </Modal>
  )
}

const MOST = 30

function List({
  day,
  frame,
  context,
  blocks,
  weekStart,
  problem,
  onAdd,
  onBlocks,
}: Props & { day: number }) {
  const [asked, setAsked] = useCalm<Block | null>(null)
  const [text, setText] = useState('')
  const needle = text.trim().toLowerCase()
  const meaning = meaningOf(text)
  const [only, setOnly] = useCalm<QualityId | null>(null)
  const alias =
    meaning.kind === 'several'
      ? meaning.qualities.map((q) => q.id).filter((q) => only === null || q === only)
      : []
  const found = EXERCISES.filter(
    (e) => e.mode !== 'prep' && e.primary !== null && e.primary !== 'day',
  ).filter((e) =>
    meaning.kind === 'several'
      ? isAmong(alias, e.primary)
      : needle === '' ||
        e.name.toLowerCase().includes(needle) ||
        qualityName(e).toLowerCase().includes(needle),
  )
  const week = { weekStart, frame, blocks }
  const rows = found
    .slice(0, MOST)
    .map((e) => {
      const hands = handsOf(e)
      const block: Block = {
        id: v7(),
        day,
        exerciseId: e.id,
        sets: e.sets[0],
        dose: usualDose(e),
        hands,
        reason: ADDED,
      }
      return {
        e,
        block,
        breaks: newlyBroken({ ...week, blocks: [...blocks, block] }, week, context).find(
          (b) => !b.rule.endsWith('_twice'),
        ),
      }
    })
    .sort((a, b) => Number(a.breaks !== undefined) - Number(b.breaks !== undefined))
  return (
    <div className="change">
      <label>
        Exercise or quality
        <Input
          data-autofocus
          value={text}
          placeholder="pinch, hang, wrist …"
          onChange={(e) => {
            setText(e.currentTarget.value)
            setOnly(null)
          }}
        />
      </label>
      {meaning.kind === 'several' && (
        <div className="row which" role="status">
          <span>{askWhich(meaning)}</span>
          {meaning.qualities.map((q) => (
            <Button
              variant="default"
              size="xs"
              key={q.id}
              type="button"
              aria-pressed={only === q.id}
              onClick={() => setOnly(only === q.id ? null : q.id)}
            >
              {q.name}
            </Button>
          ))}
        </div>
      )}
      <ul className="library">
        {rows.map(({ e, block, breaks }) => (
          <li key={e.id}>
            <UnstyledButton
              onClick={() =>
                breaks ? setAsked(asked?.exerciseId === e.id ? null : block) : onAdd(block)
              }
              className={breaks?.kind ?? ''}
              aria-expanded={breaks ? asked?.exerciseId === e.id : undefined}
            >
              <b>{e.name}</b>
              <span className="s">
                {qualityName(e)} · {e.level}
              </span>
              {breaks && (
                <small>
                  <Icon name={breaks.kind === 'safety' ? 'stop' : 'warn'} /> {breaks.says}
                </small>
              )}
            </UnstyledButton>
            {asked?.exerciseId === e.id &&
              breaks &&
              (problem ? (
                <WhyNotPanel
                  exerciseId={e.id}
                  day={day}
                  week={week}
                  problem={problem}
                  onBlocks={onBlocks}
                  onAnyway={breaks.kind === 'safety' ? null : () => onAdd(block)}
                />
              ) : (
                breaks.kind === 'practice' && (
                  <Button variant="default" size="xs" onClick={() => onAdd(block)}>
                    Add all the same
                  </Button>
                )
              ))}
          </li>
        ))}
        {found.length === 0 && <li className="blank">Nothing like that in the library</li>}
        {found.length > MOST && <li className="note">{found.length - MOST} more: type a word</li>}
      </ul>
    </div>
  )
}
