// How Node runs the server, for whoever starts it: the supervisor, and the checks of load.
// What is young in memory may have 16 MB before it is looked through: a request is mostly done with
// its own by then. The collection has as many helpers as there are processors beside the first (0
// says that): the usual four of them kept requests waiting on two processors.
export const SERVER_ARGS = [
  '--max-semi-space-size=16',
  '--max-old-space-size=320',
  '--v8-pool-size=0',
]
