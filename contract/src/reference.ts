import * as yup from 'yup'
import { pageOf } from '@mano/core/reference/pages'
import { id, line, optionalLine } from './common'

/** A hall's own page: a note to a shipped one (`origin` is its `kind:id`), or one of its own. */
export const referenceBody = yup
  .object({
    id: id(),
    /** The page it is a version of: its own id at first. */
    lineage: id(),
    origin: optionalLine(80).test('page', 'there is no such page', (v) => {
      if (v === '' || v === undefined) return true
      const i = v.indexOf(':')
      return pageOf(v.slice(0, i), v.slice(i + 1)) !== undefined
    }),
    title: line(120, 'the title'),
    body: yup
      .string()
      .strict()
      .required('the text is missing')
      .max(4000, 'the text is over 4000 letters'),
    struck: yup.boolean().strict().required('struck or not is missing'),
  })
  .exact('a field is not known')
export type ReferenceBody = yup.InferType<typeof referenceBody>

export interface ReferenceView {
  id: string
  lineage: string
  origin: string
  title: string
  body: string
  on: string
  by: string
}
