import { SET_COLUMNS } from '@mano/core/session/importSets'
import { TRIAL_COLUMNS } from '@mano/core/testing/import'

const EXAMPLE = [
  'athlete;date;time;protocol;trial;left;right;unit',
  'Noor Fairbrass;2026-10-08;17:30;dyno_seated;1;36,5;41,0;kg',
  'Noor Fairbrass;2026-10-08;17:30;dyno_seated;2;37,1;40,4;kg',
  'Noor Fairbrass;2026-10-08;17:30;dyno_seated;3;36,8;41,2;kg',
].join('\r\n')

const SETS_EXAMPLE = [
  'athlete;date;exercise;hand;sets;load;unit;reps;seconds;effort',
  'Noor Fairbrass;2026-10-08;Straight-arm hang, relaxed;;3;;;;40;7',
  'Noor Fairbrass;2026-10-08;Rolling handle, single lifts;both;5;32,5;kg;;3;8',
].join('\r\n')
const EXAMPLES = [
  { of: 'trials', name: 'Tests', text: EXAMPLE, columns: TRIAL_COLUMNS },
  { of: 'sets', name: 'Sets done', text: SETS_EXAMPLE, columns: SET_COLUMNS },
] as const

/** Files that need no mapping, to look at and to save. */
export const Examples = () =>
  EXAMPLES.map((x) => (
    <div key={x.of}>
      <h2 className="imp-sub">An example: {x.name.toLowerCase()}</h2>
      <pre className="imp-example" role="region" tabIndex={0} aria-label={`Example: ${x.name}`}>
        {x.text}
      </pre>
      <a
        className="lnk"
        download={`${x.of} example.csv`}
        href={`data:text/csv;charset=utf-8,${encodeURIComponent(x.text)}`}
      >
        Save the example
      </a>
    </div>
  ))

/** The columns such files have. */
export const Columns = () => (
  <>
    <h2 className="h3">Columns that need no mapping</h2>
    <p className="note">
      The first line names them, in any order; comma, semicolon or tab between. A decimal comma
      needs semicolons.
    </p>
    {EXAMPLES.map((x) => (
      <details key={x.of} open={x.of === 'trials'}>
        <summary>{x.name}</summary>
        <dl className="imp-cols">
          {x.columns.map((c) => (
            <div key={c.id}>
              <dt>
                {c.id}
                {c.needed ? '' : <span className="s"> optional</span>}
              </dt>
              <dd>{c.says}</dd>
            </div>
          ))}
        </dl>
      </details>
    ))}
  </>
)
