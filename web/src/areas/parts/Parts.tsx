import { Stack } from '@mantine/core'
import type { ReactNode } from 'react'
import { judgeAsymmetry } from '@mano/core/measure/asymmetry'
import { addDays } from '@mano/core/units/dates'
import { ClubPlot } from '../../drawn/ClubPlot'
import figures from '../../drawn/figures.json'
import { Grip } from '../../drawn/Grip'
import { Icon, type IconName } from '../../drawn/Icon'
import { IntervalBar } from '../../drawn/IntervalBar'
import { Chip, HandLetter } from '../../drawn/marks'
import { PairCell } from '../../drawn/PairCell'
import { PlatePicture } from '../../drawn/PlatePicture'
import { YearStrip } from '../../drawn/YearStrip'
import '../review/review.css'

const TODAY = '2026-10-08'
const ICONS: readonly IconName[] = ['check', 'cross', 'clock', 'warn', 'stop', 'waves', 'question']
const Part = ({ name, children }: { name: string; children: ReactNode }) => (
  <section>
    <h2 className="h3">{name}</h2>
    {children}
  </section>
)

/** What Mano draws itself, each part with made-up numbers: for whoever works on it, in dev only. */
export default function Parts() {
  return (
    <main className="narrow-hall">
      <h1>Parts drawn here</h1>
      <Stack>
        <Part name="Grips">
          {Object.keys(figures.grips).map((id) => (
            <Grip key={id} id={id} label={id} />
          ))}
        </Part>
        <Part name="Icons and chips">
          {ICONS.map((name) => (
            <Icon key={name} name={name} />
          ))}
          <HandLetter hand="left" /> <HandLetter hand="right" /> <HandLetter hand="both" />
          <Chip icon="waves" tone="soft">
            Inside error
          </Chip>
        </Part>
        <Part name="Lean with its interval">
          <IntervalBar
            verdict={judgeAsymmetry([39.8, 40.4, 40.1], [45.2, 45.9, 44.8])}
            expected={10}
            large={15}
          />
        </Part>
        <Part name="Two hands">
          <PairCell quantity="N" left={392} right={441} both={null} weaker="left" />
        </Part>
        <Part name="Plates">
          <PlatePicture
            loading={{
              plates: [
                { kg: 20, count: 1 },
                { kg: 5, count: 2 },
                { kg: 1.25, count: 1 },
              ],
              totalKg: 32.75,
              exact: true,
            }}
            wantedKg={32.75}
            pinKg={1.5}
            heaviestKg={20}
          />
        </Part>
        <Part name="A club">
          <ClubPlot clubs={[{ name: 'Club', handMm: 0, balanceMm: 420 }]} />
        </Part>
        <Part name="A year">
          <YearStrip
            weeks={Array.from({ length: 52 }, (_, i) => ({
              week: addDays('2025-12-08', 7 * i),
              planned: i < 46 ? 10 + (i % 6) : null,
              done: i < 43 ? 9 + (i % 5) : null,
              kind: i % 6 === 5 ? 'deload' : 'ordinary',
              worstPain: i === 20 ? 5 : null,
            }))}
            marks={[
              { on: '2026-03-02', kind: 'test', says: 'Dynamometer' },
              { on: '2026-06-14', kind: 'contest', says: 'Harbour games' },
            ]}
            period={{ from: '2026-07-16', to: TODAY }}
            today={TODAY}
          />
        </Part>
      </Stack>
    </main>
  )
}
