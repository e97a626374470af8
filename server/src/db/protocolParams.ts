import type { Protocol } from '@mano/core/catalogue/protocols'
/** Parameters of the protocol as it stood, copied into the result. */
export const protocolParams = (p: Protocol): Record<string, string | number> => ({
  trials: p.trials,
  trialsUpTo: p.trialsUpTo,
  restS: p.restS,
  familiarSessions: p.familiarSessions,
  unit: p.unit,
  ...(p.askOverCvPct !== null && { askOverCvPct: p.askOverCvPct }),
})
