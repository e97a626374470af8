import { afterPaint } from '../../src/base/afterPaint'

/** What was put off until after a picture is done by then, whatever the machine does beside it. */
export const painted = (): Promise<void> => new Promise(afterPaint)
