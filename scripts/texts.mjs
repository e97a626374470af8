// Texts of the source that somebody may read: strings with two words or more or one with a capital,
// and all texts of JSX.
import ts from 'typescript'

const WORDS = /[A-Za-z]{2,}[,.:;]? +[A-Za-z]|^[A-Z][a-z]+$/
/** What is written for the machine: names of classes, statements of the database, addresses. */
const MACHINE = new RegExp(
  '^\\s*(SELECT|INSERT|UPDATE|DELETE|CREATE|ALTER|WITH|FROM|GRANT|DROP|REVOKE|SET|DO|WHERE|JOIN' +
    '|ORDER|AND)\\b',
)
const HIDDEN_ATTRIBUTES = new Set(['className', 'style', 'd', 'viewBox', 'points', 'transform'])

/** `[{ line, text }]` of one file. */
export function textsOf(name, source) {
  const kind = name.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS
  const file = ts.createSourceFile(name, source, ts.ScriptTarget.Latest, true, kind)
  const found = []
  const keep = (node, text) => {
    const words = text.replace(/\s+/g, ' ').trim()
    const read = ts.isJsxText(node) ? /[a-z]/.test(words) : WORDS.test(words)
    if (!read || MACHINE.test(words)) return
    found.push({
      line: file.getLineAndCharacterOfPosition(node.getStart(file)).line + 1,
      text: words,
    })
  }
  const visit = (node) => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return
    if (ts.isJsxAttribute(node) && HIDDEN_ATTRIBUTES.has(node.name.getText(file))) return
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) keep(node, node.text)
    else if (ts.isTemplateExpression(node)) {
      keep(node, [node.head.text, ...node.templateSpans.map((s) => s.literal.text)].join(' … '))
      node.templateSpans.forEach((s) => visit(s.expression))
      return
    } else if (ts.isJsxText(node)) keep(node, node.text)
    ts.forEachChild(node, visit)
  }
  visit(file)
  return found
}
