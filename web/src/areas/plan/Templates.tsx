import { Button, Input, UnstyledButton } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 } from 'uuid'
import { exerciseName } from '@mano/core/catalogue/exercises'
import { TEMPLATES, type PlanTemplate } from '@mano/core/catalogue/templates'
import type { WeekProblem } from '@mano/core/plan/problem'
import { asTemplate, templateWeek } from '@mano/core/plan/template'
import { type CoachTerms, type WeekPlan } from '@mano/core/plan/types'
import { DAY_NAMES } from '@mano/core/intake/week'
import { whereIs } from '@mano/core/catalogue/places'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { useUndoable } from '../../base/undo'
import { ApplyTemplate } from './ApplyTemplate'
import { submits } from '../../base/afterPaint'
import { must } from '@mano/core/units/must'

const KEY = ['templates']

/** The coach's own are kept and removed as versions: each of both can be undone. */
function useOwn() {
  const read = useQuery({ queryKey: KEY, queryFn: () => api.get<PlanTemplate[]>('/api/templates') })
  const post = (t: PlanTemplate & { removes: string | null }) => api.post('/api/templates', t)
  const keep = useUndoable(post, [KEY], {
    did: (t) => `${t.name} ${t.removes === null ? 'saved' : 'removed'}.`,
    undo: (t) => post({ ...t, id: v7(), removes: t.removes === null ? t.id : null }),
  })
  return { own: read.data ?? [], keep }
}
type Keep = ReturnType<typeof useOwn>['keep']

const FIRST = must(TEMPLATES[0])

/**
 * Weeks to start from, shipped and the coach's own: put on this board, or given to several athletes
 * at once.
 */
export function Templates({
  problem,
  week,
  onUse,
}: {
  problem: WeekProblem | null
  week: WeekPlan
  onUse: (plan: WeekPlan, terms: CoachTerms) => void
}) {
  const { own, keep } = useOwn()
  const all = [...TEMPLATES, ...own]
  const [id, setId] = useCalm(FIRST.id)
  const [applying, setApplying] = useCalm(false)
  const template = all.find((t) => t.id === id) ?? FIRST
  const isOwn = (t: PlanTemplate) => own.some((x) => x.id === t.id)
  if (applying)
    return (
      <ApplyTemplate
        template={template}
        weekStart={week.weekStart}
        onBack={() => setApplying(false)}
      />
    )
  return (
    <div className="change templates">
      <div className="side">
        <ul className="choose" aria-label="Templates">
          {all.map((t) => (
            <li key={t.id}>
              <UnstyledButton
                aria-pressed={t.id === template.id}
                className={t.id === template.id ? 'on' : ''}
                onClick={() => setId(t.id)}
              >
                <b>{t.name}</b>
                <span className="s">
                  {isOwn(t) ? 'Own. ' : ''}
                  {t.says}
                </span>
              </UnstyledButton>
            </li>
          ))}
        </ul>
        <div>
          <Sessions template={template} />
          <div className="row">
            <Button
              disabled={!problem}
              onClick={() => {
                const made = templateWeek(template, 0, must(problem), v7)
                onUse(made.plan, made.terms)
              }}
            >
              Put on this week
            </Button>
            <Button variant="default" onClick={() => setApplying(true)}>
              Give to several athletes
            </Button>
            {isOwn(template) && (
              <Remove
                key={template.id}
                template={template}
                keep={keep}
                onRemoved={() => setId(FIRST.id)}
              />
            )}
          </div>
          <p className="note">
            Sessions go to the athlete's own days where there are enough; what a caution or missing
            kit holds is replaced. Invented weeks, common practice, no source.
          </p>
        </div>
      </div>
      {week.blocks.length > 0 && <KeepWeek week={week} keep={keep} onKept={setId} />}
      <p className="said" role="alert">
        {keep.error && failureText(keep.error)}
      </p>
    </div>
  )
}

function Sessions({ template }: { template: PlanTemplate }) {
  return (
    <>
      <h3 className="h4">{template.name}</h3>
      {template.weeks.map((sessions, w) => (
        <div key={w}>
          {template.weeks.length > 1 && (
            <p>
              <b>Week {w + 1}</b>
            </p>
          )}
          <ul className="sessions">
            {sessions.map((s) => (
              <li key={s.day}>
                <b>
                  {DAY_NAMES[s.day]}, {s.minutes} min {whereIs(s.place)}
                </b>
                <span>
                  {s.blocks.map((b) => `${b.sets} × ${exerciseName(b.exerciseId)}`).join(' · ')}
                </span>
              </li>
            ))}
          </ul>
        </div>
      ))}
    </>
  )
}

/** Asked once more before it goes. */
function Remove({
  template,
  keep,
  onRemoved,
}: {
  template: PlanTemplate
  keep: Keep
  onRemoved: () => void
}) {
  const [sure, setSure] = useCalm(false)
  const remove = () =>
    keep.mutate({ ...template, id: v7(), removes: template.id }, { onSuccess: onRemoved })
  return (
    <Button variant="default" onClick={sure ? remove : () => setSure(true)}>
      {sure ? `Really remove ${template.name}` : 'Delete'}
    </Button>
  )
}

function KeepWeek({
  week,
  keep,
  onKept,
}: {
  week: WeekPlan
  keep: Keep
  onKept: (id: string) => void
}) {
  const [name, setName] = useState('')
  return (
    <form
      className="row"
      onSubmit={submits(() => {
        const made = asTemplate(v7(), name.trim(), week, 'ordinary')
        keep.mutate(
          { ...made, removes: null },
          {
            onSuccess: () => {
              setName('')
              onKept(made.id)
            },
          },
        )
      })}
    >
      <label>
        Keep this week as a template
        <Input
          value={name}
          maxLength={60}
          placeholder="Name"
          onChange={(e) => setName(e.currentTarget.value)}
        />
      </label>
      <Button variant="default" type="submit" disabled={name.trim() === '' || keep.isPending}>
        Save template
      </Button>
    </form>
  )
}
