import { relative } from 'node:path'
import { refusedImport } from './arrows.mjs'
import { NATIVE_PARTS } from './parts.mjs'

/** Where a file stands in the project, with forward slashes. */
const placeOf = (context) => relative(context.cwd, context.filename).replaceAll('\\', '/')

/** Imports that run up the ladder, or out of a package. */
const arrows = {
  create(context) {
    const file = placeOf(context)
    const look = (node) => {
      const message =
        typeof node.source?.value === 'string' && refusedImport(file, node.source.value)
      if (message) context.report({ node, message })
    }
    return {
      ImportDeclaration: look,
      ImportExpression: look,
      ExportAllDeclaration: look,
      ExportNamedDeclaration: look,
    }
  },
}

const isCalled = (callee, object, property) =>
  callee.object?.name === object && callee.property?.name === property

/** Time and chance come in from outside: nowhere `Math.random`, in core no clock either. */
const given = {
  create(context) {
    const core = placeOf(context).startsWith('core/src/')
    return {
      CallExpression(node) {
        if (isCalled(node.callee, 'Math', 'random'))
          context.report({ node, message: 'Randomness comes in as a seed.' })
        if (core && isCalled(node.callee, 'Date', 'now'))
          context.report({ node, message: 'core has no clock: the time comes in.' })
      },
      NewExpression(node) {
        if (core && node.callee.name === 'Date' && node.arguments.length === 0)
          context.report({ node, message: 'core has no clock: the time comes in.' })
      },
    }
  },
}

/** One set of parts on the screens: what Mantine has is Mantine's. */
const parts = {
  create(context) {
    const file = placeOf(context)
    if (!/^web\/src\/.*\.tsx$/.test(file)) return {}
    return {
      ImportSpecifier(node) {
        if (file !== LISTS && /^(Native)?Select$/.test(node.imported.name))
          if (node.parent.source.value === '@mantine/core')
            context.report({ node, message: 'Lists are base/Select, base/Choice: decision 0025.' })
      },
      JSXOpeningElement(node) {
        if (!NATIVE_PARTS.includes(file) && NATIVE.test(node.name.name))
          context.report({ node, message: 'Mantine has this part: decision 0025.' })
      },
      JSXAttribute(node) {
        const { value } = node.value ?? {}
        if (node.name.name === 'type' && value === 'date')
          context.report({
            node,
            message: 'Days are typed and picked in a DayInput: decision 0025.',
          })
        if (node.name.name === 'className' && /(^| )btn( |$)/.test(value))
          context.report({ node, message: 'A button is a Button: decision 0025.' })
      },
    }
  },
}
/** Where the list of the parts is given its place. */
const LISTS = 'web/src/base/Select.tsx'
const NATIVE = /^(button|select|textarea|input|dialog)$/

/** Rules of this project, beside those that oxlint brings (.oxlintrc.json). */
export default { meta: { name: 'mano' }, rules: { arrows, given, parts } }
