/** What a key does to the list of hits. */
export interface Keys {
  move: (step: 1 | -1) => void
  go: () => void
}
