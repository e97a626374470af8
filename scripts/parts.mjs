/**
 * Files with a part of the browser's own where Mantine's would do it worse, each by decision 0025:
 * a file is chosen in the browser's own dialog, and the dial of the simulated hand is dragged while
 * it sends.
 */
export const NATIVE_PARTS = [
  'web/src/areas/imports/Import.tsx',
  'web/src/areas/tests/Attachments.tsx',
  'web/src/areas/tests/live/TraceFile.tsx',
  'web/src/areas/tests/live/SimulatedHand.tsx',
]
