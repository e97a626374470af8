import { Button, Input, Modal, SegmentedControl, Stack } from '@mantine/core'
import { Select } from '../../base/Select'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { WrapBody } from '@mano/contract/intake'
import { estimatedWrap, measuredWrap, WRAP_MEANS, type Wrap } from '@mano/core/hand/wrap'
import { latestMeasure } from '@mano/core/intake/record'
import { matchUnit } from '@mano/core/match/unit'
import { formatValue } from '@mano/core/units/format'
import { formatBoth, parseLength } from '@mano/core/units/inch'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { touchedBy, useKit } from '../../base/data'
import { takeBack, useUndoable } from '../../base/undo'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'
import type { Mm } from '@mano/core/units/quantity'
import { submits } from '../../base/afterPaint'
import { must } from '@mano/core/units/must'

const WORD = { overlaps: 'overlaps', meets: 'meets', gap: 'gap' } as const

/** How each hand closes round the handles there are: measured, else estimated with its band. */
export function Handles() {
  const { athlete } = useAthletePage()
  const units = useUnits()
  const kit = useKit()
  const [open, setOpen] = useCalm(false)
  const handles = (kit.data ?? [])
    .flatMap((u) => {
      const m = matchUnit(u)
      return m && u.sizeMm !== null && ['bar', 'rope'].includes(m.contact) ? [u] : []
    })
    .sort((a, b) => must(a.sizeMm) - must(b.sizeMm))
  const wrapOf = (unitId: string, mm: Mm, hand: 'left' | 'right'): Wrap | null => {
    const measured = athlete.wraps.find((w) => w.unitId === unitId && w.hand === hand)
    const length = latestMeasure(athlete.measurements, 'hand_length', hand)
    return measured ? measuredWrap(measured.gapMm) : length ? estimatedWrap(length.value, mm) : null
  }
  const show = (mm: Mm) => formatValue(mm, 'mm', units)
  const say = (w: Wrap | null) =>
    w === null ? (
      <span className="blank">hand not measured</span>
    ) : (
      <>
        <b>{WORD[w.word]}</b>{' '}
        <small>
          {w.measured
            ? `${show(w.gapMm)} ${units.length}, measured`
            : w.word === 'overlaps'
              ? `by about ${show(-w.gapMm)} (${show(-w.high)} to ${show(-w.low)}) ${units.length}`
              : `about ${show(w.gapMm)} (${show(w.low)} to ${show(w.high)}) ${units.length}`}
        </small>
      </>
    )
  return (
    <>
      {handles.length === 0 && <p className="blank">No handle in the kit room is measured yet.</p>}
      <div className="wraps">
        {handles.map((u) => (
          <div key={u.id} className="wrap-row">
            <span className="L">{say(wrapOf(u.id, must(u.sizeMm), 'left'))}</span>
            <span className="mid">
              <b>{u.label}</b>
              <small>{formatBoth(must(u.sizeMm), units.length)}</small>
            </span>
            <span className="R">{say(wrapOf(u.id, must(u.sizeMm), 'right'))}</span>
          </div>
        ))}
      </div>
      {handles.length > 0 && (
        <Button variant="default" onClick={() => setOpen(true)}>
          Measure a wrap gap
        </Button>
      )}
      <ul className="note wrap-means">
        {(['overlaps', 'meets', 'gap'] as const).map((w) => (
          <li key={w}>
            <b>{WORD[w]}</b>: {WRAP_MEANS[w].lifts}; {WRAP_MEANS[w].choice}.
          </li>
        ))}
      </ul>
      <p className="note">
        Between thumb and middle fingertip of the relaxed closed hand; minus is overlap. Not
        measured: estimated from hand length, a practice estimate with a wide band.
      </p>
      <Modal opened={open} onClose={() => setOpen(false)} title="Wrap gap">
        {open && <Form handles={handles} onDone={() => setOpen(false)} />}
      </Modal>
    </>
  )
}

function Form({
  handles,
  onDone,
}: {
  handles: readonly { id: string; label: string }[]
  onDone: () => void
}) {
  const { athlete } = useAthletePage()
  const units = useUnits()
  const [unitId, setUnitId] = useState<string | null>(null)
  const [gaps, setGaps] = useState({ left: '', right: '' })
  const [way, setWay] = useState({ left: 'gap', right: 'gap' })
  const write = useUndoable(
    async (bodies: WrapBody[]) => {
      for (const b of bodies) await api.post(`/api/athletes/${athlete.id}/wraps`, b)
    },
    touchedBy(athlete.id),
    {
      did: () => 'Gap recorded.',
      undo: (bodies) => Promise.all(bodies.map((b) => takeBack('wrap_gap', b.id))),
    },
  )
  const read = (hand: 'left' | 'right') => {
    const r = parseLength(gaps[hand], units.length)
    return gaps[hand].trim() === ''
      ? null
      : r.ok
        ? { v: (way[hand] === 'overlap' ? -1 : 1) * r.entered, unit: r.unit }
        : undefined
  }
  const [left, right] = [read('left'), read('right')]
  const bad = left === undefined || right === undefined
  return (
    <form
      onSubmit={submits(() => {
        if (!bad && unitId)
          write.mutate(
            (['left', 'right'] as const).flatMap((hand) => {
              const r = read(hand)
              return r ? [{ id: v7(), unitId, hand, enteredValue: r.v, enteredUnit: r.unit }] : []
            }),
            { onSuccess: onDone },
          )
      })}
    >
      <Stack gap="sm">
        <p className="note">
          Relaxed closed hand on the handle: from the thumb tip to the tip of the middle finger.
        </p>
        <Select
          label="Handle"
          data-autofocus
          allowDeselect={false}
          data={handles.map((h) => ({ value: h.id, label: h.label }))}
          value={unitId}
          onChange={setUnitId}
        />
        <div className="wrap-entry">
          {(['left', 'right'] as const).map((hand) => (
            <div key={hand} className={`measure ${hand}`}>
              <SegmentedControl
                aria-label={`${hand} hand`}
                size="xs"
                data={[
                  { value: 'overlap', label: 'Overlap' },
                  { value: 'gap', label: 'Gap' },
                ]}
                value={way[hand]}
                onChange={(v) => setWay({ ...way, [hand]: v })}
              />
              <span />
              <Input
                aria-label={`Wrap, ${hand}`}
                inputMode="decimal"
                placeholder="–"
                value={gaps[hand]}
                onChange={(e) => {
                  const text = e.currentTarget.value
                  setGaps((g) => ({ ...g, [hand]: text }))
                }}
              />
              <span className="n">{units.length}</span>
            </div>
          ))}
        </div>
        <p className="said" role="alert">
          {bad ? 'That is not a length.' : write.error && failureText(write.error)}
        </p>
        <Button
          type="submit"
          disabled={!unitId || bad || (!left && !right)}
          loading={write.isPending}
        >
          Record
        </Button>
      </Stack>
    </form>
  )
}
