import { dayBound } from '@mano/core/testday/bound'
import type { DayEvent } from '@mano/core/testday/event'
import { visitsOf, wishedTimes, type DaySetup } from '@mano/core/testday/live'

/** The running order is worked out here, off the page. */
export interface OrderTask {
  key: string
  setup: DaySetup
  events: readonly DayEvent[]
}
export interface OrderReply {
  key: string
  wished: ReadonlyMap<string, number>
  boundS: number
  ms: number
}

addEventListener('message', (e: MessageEvent<OrderTask>) => {
  const t0 = performance.now()
  const wished = wishedTimes(e.data.setup, e.data.events)
  postMessage({
    key: e.data.key,
    wished,
    boundS: dayBound(visitsOf(e.data.setup), e.data.setup.params),
    ms: performance.now() - t0,
  } satisfies OrderReply)
})
