import { Button, SegmentedControl, Slider, Textarea, UnstyledButton } from '@mantine/core'
import { useMemo } from 'react'
import type { Rates } from '@mano/core/bench/simulate'
import { writeScript } from '@mano/core/bench/typed'
import { DIALS, START, sessionOf, textOf, typedText, type Dials } from '@mano/core/bench/dials'
import { SimShown } from './SimShown'
import { useSimulation } from './useSimulation'

/** One script: set by sliders or typed line by line, and what the model says of it. */
export function SimScript({
  name,
  text,
  rates,
  onChange,
}: {
  name: string
  text: string | null
  rates: Rates
  onChange: (text: string) => void
}) {
  const session = useMemo(() => sessionOf(text), [text])
  const { dials, refused, script } = session
  const sim = useSimulation(text, refused ? null : session, rates)
  return (
    <section aria-label={`Script ${name}`}>
      <h2>
        Script {name}{' '}
        <small>
          {dials
            ? `${dials.sets} × ` +
              `${dials.reps > 1 ? `${dials.reps} × ` : ''}${dials.holdS}\u00A0s, rest ` +
              `${dials.restS}\u00A0s`
            : `${script.length} holds`}
        </small>
      </h2>
      <div className="sim-cols">
        <form onSubmit={(e) => e.preventDefault()}>
          {dials ? (
            <Sliders name={name} d={dials} onChange={(d) => onChange(textOf(d))} />
          ) : (
            <Textarea
              label={`Holds, script ${name}`}
              description={
                'One a line: left 20 s 65 % rest 60. Several alike: 3 x both 10 s 50 % ' +
                'rest 90.'
              }
              autosize
              minRows={6}
              maxRows={16}
              value={session.typed}
              error={refused ?? undefined}
              onChange={(e) => onChange(typedText(e.currentTarget.value))}
            />
          )}
          <Button
            variant="default"
            onClick={() => onChange(dials ? typedText(writeScript(script)) : textOf(START))}
          >
            {dials ? 'Type it line by line' : 'Use sliders'}
          </Button>
        </form>
        <div className="sim-shown">
          <p role="status" className="sim-state">
            {refused ??
              (sim.share !== null
                ? `Working, ${Math.round(100 * sim.share)}\u00A0%`
                : sim.result
                  ? `${sim.result.draws.toLocaleString('en-GB')} draws in ` +
                    `${((sim.ms ?? 0) / 1000).toFixed(1)}\u00A0s`
                  : '')}
            {sim.share !== null && (
              <UnstyledButton className="lnk" onClick={sim.stop}>
                Stop
              </UnstyledButton>
            )}
          </p>
          {sim.result && sim.of && !refused && (
            <SimShown sim={sim.result} session={sim.of} leastRestS={sim.restS} />
          )}
        </div>
      </div>
    </section>
  )
}

function Sliders({ name, d, onChange }: { name: string; d: Dials; onChange: (d: Dials) => void }) {
  return (
    <>
      <SegmentedControl
        aria-label={`Hands, script ${name}`}
        value={d.hands}
        onChange={(v) => onChange({ ...d, hands: v })}
        data={[
          { value: 'turn', label: 'In turn' },
          { value: 'both', label: 'Both at once' },
        ]}
      />
      {DIALS.map((x) => (
        <div key={x.id} className="dial">
          <span>{x.name}</span>
          <Slider
            thumbLabel={`${x.name}, script ${name}`}
            label={null}
            min={x.from}
            max={x.to}
            step={x.step}
            value={d[x.id]}
            onChange={(v) => onChange({ ...d, [x.id]: v })}
          />
          <b>
            {d[x.id]}
            {x.unit && `\u00A0${x.unit}`}
          </b>
        </div>
      ))}
    </>
  )
}
