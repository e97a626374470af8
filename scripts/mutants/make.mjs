// Small faults of one source file, as somebody tired would type them: each a place and a text.
import ts from 'typescript'

const K = ts.SyntaxKind
/** An operator and what it is mistaken for. */
const SWAPS = new Map([
  [K.LessThanToken, '<='],
  [K.LessThanEqualsToken, '<'],
  [K.GreaterThanToken, '>='],
  [K.GreaterThanEqualsToken, '>'],
  [K.EqualsEqualsEqualsToken, '!=='],
  [K.ExclamationEqualsEqualsToken, '==='],
  [K.AmpersandAmpersandToken, '||'],
  [K.BarBarToken, '&&'],
  [K.PlusToken, '-'],
  [K.MinusToken, '+'],
  [K.AsteriskToken, '/'],
  [K.SlashToken, '*'],
])
/** Functions that are mistaken for one another. */
const CALLS = { min: 'max', max: 'min', some: 'every', every: 'some', ceil: 'floor', floor: 'ceil' }

/** `[{ at, end, text, was, line }]`, in the order they stand. */
export function mutantsOf(name, source) {
  const file = ts.createSourceFile(name, source, ts.ScriptTarget.Latest, true)
  const found = []
  const put = (node, text) => {
    const at = node.getStart(file)
    found.push({
      at,
      end: node.end,
      text,
      was: source.slice(at, node.end),
      line: file.getLineAndCharacterOfPosition(at).line + 1,
    })
  }
  const isText = (n) =>
    ts.isStringLiteralLike(n) ||
    ts.isTemplateExpression(n) ||
    (ts.isBinaryExpression(n) && (isText(n.left) || isText(n.right)))
  const visit = (n) => {
    if (ts.isTypeNode(n) || ts.isInterfaceDeclaration(n) || ts.isImportDeclaration(n)) return
    // A sentence is no computation; what is worked out within one is.
    if (ts.isBinaryExpression(n)) {
      const to = SWAPS.get(n.operatorToken.kind)
      if (to && !isText(n)) put(n.operatorToken, to)
    } else if (ts.isPropertyAccessExpression(n) && ts.isCallExpression(n.parent)) {
      if (n.parent.expression === n && Object.hasOwn(CALLS, n.name.text))
        put(n.name, CALLS[n.name.text])
    } else if (ts.isConditionalExpression(n)) put(n.condition, `!(${n.condition.getText(file)})`)
    else if (ts.isIfStatement(n)) put(n.expression, 'false')
    else if (ts.isPrefixUnaryExpression(n) && n.operator === K.ExclamationToken)
      put(n, n.operand.getText(file))
    else if (n.kind === K.TrueKeyword) put(n, 'false')
    else if (n.kind === K.FalseKeyword) put(n, 'true')
    ts.forEachChild(n, visit)
  }
  visit(file)
  return found
}
