import { useState } from 'react'
import { Link } from 'react-router'
import { Button, TextInput } from '@mantine/core'
import { KEYS, TOPICS, type Topic } from './topics'
import './help.css'

const words = (t: Topic): string => `${t.task} ${t.steps.join(' ')}`.toLowerCase()

/** How to do what, by task and by key. */
export default function Help() {
  const [text, setText] = useState('')
  const wanted = text.toLowerCase().split(/\s+/).filter(Boolean)
  const groups = TOPICS.map((g) => ({
    ...g,
    topics: g.topics.filter((t) => wanted.every((w) => words(t).includes(w))),
  })).filter((g) => g.topics.length > 0)
  return (
    <main className="help">
      <section>
        <div className="hall-head">
          <h1>Help</h1>
          <TextInput
            aria-label="Search help"
            placeholder="Search help"
            value={text}
            onChange={(e) => setText(e.currentTarget.value)}
          />
        </div>
        {groups.length === 0 && (
          <p className="note">
            Nothing here has these words. Words of the trade are in the{' '}
            <Link to="/reference">reference</Link>.
          </p>
        )}
        {groups.map((g) => (
          <section key={g.group} aria-label={g.group}>
            <h2 className="h3">{g.group}</h2>
            {g.topics.map((t) => (
              <details key={t.task} open={wanted.length > 0}>
                <summary>{t.task}</summary>
                <ol>
                  {t.steps.map((s) => (
                    <li key={s}>{s}</li>
                  ))}
                </ol>
                {t.to && (
                  <Button component={Link} variant="default" to={t.to.path}>
                    {t.to.name}
                  </Button>
                )}
              </details>
            ))}
          </section>
        ))}
      </section>
      <aside>
        <h2 className="h3">Keys</h2>
        {KEYS.map((k) => (
          <div key={k.where}>
            <h3 className="h4">{k.where}</h3>
            <dl>
              {k.keys.map(([key, does]) => (
                <div key={key}>
                  <dt>
                    <kbd>{key}</kbd>
                  </dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </div>
        ))}
        <p className="note">
          Mano plans and records. It does not diagnose. Pain, injury and illness belong to a
          licensed clinician; local rules come first.
        </p>
      </aside>
    </main>
  )
}
