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

const NATIVE = {
  selector: 'JSXOpeningElement[name.name=/^(button|select|textarea|input|dialog)$/]',
  message: 'Mantine has this part: decision 0025.',
}
const DATE = {
  selector: 'JSXAttribute[name.name="type"][value.value="date"]',
  message: 'Days are typed and picked in a DayInput: decision 0025.',
}
const CLASS = {
  selector: 'JSXAttribute[name.name="className"][value.value=/(^| )btn( |$)/]',
  message: 'A button is a Button: decision 0025.',
}
const RANDOM = {
  selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
  message: 'Randomness comes in as a seed.',
}

/** ESLint rules that keep the interface of one set of parts. */
export const parts = [
  {
    files: ['web/src/**/*.tsx'],
    rules: { 'no-restricted-syntax': ['error', RANDOM, NATIVE, DATE, CLASS] },
  },
  { files: NATIVE_PARTS, rules: { 'no-restricted-syntax': ['error', RANDOM, DATE, CLASS] } },
]
