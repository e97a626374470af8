import { Button, Checkbox } from '@mantine/core'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { qualityById } from '@mano/core/catalogue/qualities'
import { verdicts } from '@mano/core/plan/moves'
import type { PlanContext } from '@mano/core/plan/situation'
import type { Breach } from '@mano/core/plan/rule'
import { blockMinutes } from '@mano/core/plan/time'
import type { WeekProblem } from '@mano/core/plan/problem'
import { type Block, type WeekPlan } from '@mano/core/plan/types'
import { DAY_NAMES } from '@mano/core/intake/week'
import { isFixed } from '@mano/core/session/today'
import { Term } from '../../base/Term'
import { Icon } from '../../drawn/Icon'
import { doseWords } from './BlockCard'
import { WhyPanel } from './WhyPanel'
import { must } from '@mano/core/units/must'
import { Choice } from '../../base/Choice'
import { noneOr } from '@mano/core/units/among'

interface Props {
  block: Block
  plan: WeekPlan
  problem: WeekProblem | null
  context: PlanContext
  breaches: readonly Breach[]
  editable: boolean
  onChange: (more: Partial<Block>) => void
  onMove: (day: number) => void
  onReplace: (b: Block) => void
  onRemove: () => void
  onBan: () => void
  /** What the coach would rather have of it in later weeks. */
  wish: React.ReactNode
}

/** One block: why it is there, and everything that can be changed about it. */
export function BlockPanel(props: Props) {
  const { block, plan, problem, context, breaches, editable, onMove, onReplace, wish } = props
  return (
    <div className="block one-block">
      <What block={block} />
      <Breaches block={block} plan={plan} context={context} breaches={breaches} />
      {editable && <Edit {...props} />}
      {wish}
      {problem ? (
        <WhyPanel
          block={block}
          plan={plan}
          problem={problem}
          onReplace={onReplace}
          onMove={onMove}
        />
      ) : (
        <p>
          <b>Why:</b> {block.reason}
        </p>
      )}
    </div>
  )
}

/** The exercise with its dose, what to look for, and what it is to be taken care with. */
function What({ block }: Pick<Props, 'block'>) {
  const e = must(exerciseById(block.exerciseId))
  return (
    <>
      <h2 className="h3">
        <Term kind="exercise" id={e.id}>
          {e.name}
        </Term>
      </h2>
      <p className="s">
        {doseWords(block)}, rest {e.restS}
        {'\u00A0'}s, {e.level}, {Math.ceil(blockMinutes(block))} min
        {e.primary && e.primary !== 'day' ? ` · ${qualityById(e.primary).name}` : ''}
      </p>
      {e.cue && <p className="note">Cue: {e.cue}.</p>}
      {e.caution && (
        <p className="note">
          <Icon name="warn" /> {e.caution}.
        </p>
      )}
    </>
  )
}

/** What stands against it where it is, and the days that are free for it. */
function Breaches({
  block,
  plan,
  context,
  breaches,
}: Pick<Props, 'block' | 'plan' | 'context' | 'breaches'>) {
  const free =
    breaches.length === 0
      ? []
      : verdicts(plan, block, context).flatMap((v, d) =>
          v === null && d !== block.day && must(plan.frame[d]).minutes > 0 ? [d] : [],
        )
  return (
    <>
      <ul className="breaches">
        {breaches.map((b, i) => (
          <li key={i} className={b.kind}>
            <Icon name={b.kind === 'safety' ? 'stop' : 'warn'} />
            <span>
              {b.says}.{b.kind === 'safety' ? '' : ' You can keep it if you give a reason.'}
            </span>
          </li>
        ))}
      </ul>
      {breaches.length > 0 && (
        <p>
          <b>Free:</b>{' '}
          {free.length > 0
            ? free.map((d) => DAY_NAMES[d]).join(', ')
            : 'no other day in the week as it is'}
          .
        </p>
      )}
    </>
  )
}

function Edit({ block, onChange, onMove, onRemove, onBan }: Props) {
  const { dose, hands } = must(exerciseById(block.exerciseId))
  return (
    <div className="edit">
      <Stepper
        label="Sets"
        value={block.sets}
        step={1}
        least={1}
        onChange={(sets) => onChange({ sets })}
      />
      <Stepper
        label={`Dose, ${dose.unit}`}
        value={block.dose}
        step={dose.unit === 's' ? 5 : 1}
        least={1}
        onChange={(to) => onChange({ dose: to, fixed: true })}
      />
      <Checkbox
        label="Rises by its ladder"
        checked={!isFixed(block)}
        onChange={(x) => onChange({ fixed: !x.currentTarget.checked })}
      />
      <Choice
        label="Day"
        value={block.day}
        onChange={onMove}
        data={DAY_NAMES.map((d, i) => ({ value: i, label: d }))}
      />
      {hands === 'each' && <Hands block={block} onChange={onChange} />}
      <div className="row">
        <Button
          variant="default"
          size="xs"
          aria-pressed={block.pinned ?? false}
          onClick={() => onChange({ pinned: !block.pinned })}
        >
          {block.pinned ? 'Pinned' : 'Pin'}
        </Button>
        <Button variant="default" size="xs" onClick={onRemove}>
          Remove
        </Button>
        <Button variant="default" size="xs" onClick={onBan}>
          Never this week
        </Button>
      </div>
    </div>
  )
}

/** Which hands, in which order, and the one that gets a set more. */
function Hands({ block, onChange }: Pick<Props, 'block' | 'onChange'>) {
  const take = (hands: string) =>
    onChange({
      hands: hands.split(',') as Block['hands'],
      ...(block.extra && !hands.includes(block.extra) && { extra: null }),
    })
  return (
    <>
      <Choice
        label="Hands"
        value={block.hands.join()}
        onChange={take}
        data={[
          { value: 'left,right', label: 'Both in turn, left first' },
          { value: 'right,left', label: 'Both in turn, right first' },
          { value: 'left', label: 'Left only' },
          { value: 'right', label: 'Right only' },
        ]}
      />
      <Choice
        label="One set more"
        value={block.extra ?? ''}
        onChange={(v) => onChange({ extra: noneOr(['left', 'right'], v) })}
        data={[
          { value: '', label: 'Neither hand' },
          ...block.hands
            .filter((h) => h !== 'both')
            .map((h) => ({ value: h, label: h === 'left' ? 'Left' : 'Right' })),
        ]}
      />
    </>
  )
}

function Stepper({
  label,
  value,
  step,
  least,
  onChange,
}: {
  label: string
  value: number
  step: number
  least: number
  onChange: (v: number) => void
}) {
  return (
    <div className="stepper" role="group" aria-label={label}>
      <span>{label}</span>
      <Button
        variant="default"
        size="xs"
        aria-label={`Less: ${label}`}
        disabled={value - step < least}
        onClick={() => onChange(value - step)}
      >
        −
      </Button>
      <b className="n">{value}</b>
      <Button
        variant="default"
        size="xs"
        aria-label={`More: ${label}`}
        onClick={() => onChange(value + step)}
      >
        +
      </Button>
    </div>
  )
}
