import { Mark } from '../drawn/Mark'
import { lazy, Suspense } from 'react'
import { NavLink, Outlet } from 'react-router'
import type { Me } from '@mano/contract/accounts'
import { isSignedOut, Unreachable } from '../base/api'
import { useInstallation, useMe } from '../base/data'
import { AccountMenu } from './AccountMenu'
import { Command } from './Command'
import { OutboxMark } from './OutboxMark'
import { useTabletLock } from './useTabletLock'
import { Failed } from '../base/Trouble'

const Entrance = lazy(() => import('../areas/entrance/Entrance'))

/** The frame of every page; without a sign-in it shows the entrance instead. */
export function Shell() {
  const me = useMe()
  const signedOut = isSignedOut(me.error)
  const installation = useInstallation(signedOut)
  if (me.data && !signedOut) return <Frame me={me.data} />
  if (me.error instanceof Unreachable || installation.error)
    return <Failed error={me.error ?? installation.error} retry={() => void me.refetch()} />
  if (!signedOut || !installation.data) return <div className="top" aria-busy="true" />
  return (
    <Suspense fallback={null}>
      <Entrance {...installation.data} />
    </Suspense>
  )
}

function Frame({ me }: { me: Me }) {
  useTabletLock(me.tablet)
  return (
    <>
      <a className="skip" href="#main">
        Skip to the page
      </a>
      <header className="top">
        <NavLink className="mark" to="/">
          <Mark />
        </NavLink>
        <nav aria-label="Main">
          <NavLink to="/" end>
            Roster
          </NavLink>
          <NavLink to="/squad">Squad</NavLink>
          <NavLink to="/kit">Kit room</NavLink>
          <NavLink to="/testday">Test days</NavLink>
          <NavLink to="/reference">Reference</NavLink>
          <NavLink to="/bench">Bench</NavLink>
          <NavLink to="/hall">Hall</NavLink>
        </nav>
        <Command />
        <OutboxMark />
        <AccountMenu me={me} />
      </header>
      <div id="main" tabIndex={-1}>
        <Outlet />
      </div>
    </>
  )
}
