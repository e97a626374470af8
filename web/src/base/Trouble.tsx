import { Button } from '@mantine/core'
import { Link, useRouteError } from 'react-router'
import { failureText } from './api'

function Message({
  title,
  says,
  children,
}: {
  title: string
  says: string
  children?: React.ReactNode
}) {
  return (
    <main className="trouble">
      <h1>{title}</h1>
      <p className="s">{says}</p>
      {children}
    </main>
  )
}

export const LostPage = () => (
  <Message title="No such page" says="The address leads nowhere in this hall.">
    <Link className="lnk" to="/">
      Back to the roster
    </Link>
  </Message>
)

/** A page that failed to draw: what failed, what is safe, what to do. */
export function CrashPage() {
  const error = useRouteError()
  return (
    <Message title="This page failed" says={`${failureText(error)} What was saved is safe.`}>
      <Button variant="default" onClick={() => window.location.reload()}>
        Reload the page
      </Button>
    </Message>
  )
}

/** A query that failed, in place of what it would have shown. */
export const Failed = ({ error, retry }: { error: unknown; retry?: () => void }) => (
  <Message title="That could not be shown" says={failureText(error)}>
    <p className="row">
      {retry && (
        <Button variant="default" onClick={retry}>
          Try again
        </Button>
      )}
      <Link className="lnk" to="/">
        Back to the roster
      </Link>
    </p>
  </Message>
)
