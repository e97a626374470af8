// How Node runs the server, for whoever starts it: the supervisor, and the checks of load.
// What is young in memory has 8 MB before it is looked through: 16 answer a little sooner, and take
// 30 MB. The collection has as many helpers as there are processors beside the first (0 says that):
// the usual four of them kept requests waiting on two processors.
export const SERVER_ARGS = [
  '--max-semi-space-size=8',
  '--max-old-space-size=320',
  '--v8-pool-size=0',
]
