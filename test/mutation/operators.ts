import ts from 'typescript';

/** One small wrong change that tests must notice. */
export interface Mutant {
  readonly id: number;
  readonly file: string;
  readonly line: number;
  readonly kind: MutantKind;
  /** What stands there, and what the mutant makes of it. */
  readonly from: string;
  readonly to: string;
}
export type MutantKind = 'severity' | 'comparison' | 'sign' | 'constant' | 'logic' | 'branch' | 'field' | 'choice';

const COMPARISONS: ReadonlyMap<ts.SyntaxKind, readonly ts.BinaryOperator[]> = new Map<
  ts.SyntaxKind,
  readonly ts.BinaryOperator[]
>([
  [ts.SyntaxKind.LessThanToken, [ts.SyntaxKind.LessThanEqualsToken, ts.SyntaxKind.GreaterThanToken]],
  [ts.SyntaxKind.LessThanEqualsToken, [ts.SyntaxKind.LessThanToken, ts.SyntaxKind.GreaterThanToken]],
  [ts.SyntaxKind.GreaterThanToken, [ts.SyntaxKind.GreaterThanEqualsToken, ts.SyntaxKind.LessThanToken]],
  [ts.SyntaxKind.GreaterThanEqualsToken, [ts.SyntaxKind.GreaterThanToken, ts.SyntaxKind.LessThanToken]],
  [ts.SyntaxKind.EqualsEqualsEqualsToken, [ts.SyntaxKind.ExclamationEqualsEqualsToken]],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken, [ts.SyntaxKind.EqualsEqualsEqualsToken]],
]);
const SIGNS: ReadonlyMap<ts.SyntaxKind, ts.BinaryOperator> = new Map<ts.SyntaxKind, ts.BinaryOperator>([
  [ts.SyntaxKind.PlusToken, ts.SyntaxKind.MinusToken],
  [ts.SyntaxKind.MinusToken, ts.SyntaxKind.PlusToken],
  [ts.SyntaxKind.AsteriskToken, ts.SyntaxKind.SlashToken],
  [ts.SyntaxKind.SlashToken, ts.SyntaxKind.AsteriskToken],
]);
const LOGIC: ReadonlyMap<ts.SyntaxKind, ts.BinaryOperator> = new Map<ts.SyntaxKind, ts.BinaryOperator>([
  [ts.SyntaxKind.AmpersandAmpersandToken, ts.SyntaxKind.BarBarToken],
  [ts.SyntaxKind.BarBarToken, ts.SyntaxKind.AmpersandAmpersandToken],
]);
const SEVERITIES: Readonly<Record<string, string>> = { blocker: 'caution', caution: 'note', note: 'caution' };
const FIELDS: Readonly<Record<string, string>> = Object.fromEntries(
  [
    ['min', 'max'],
    ['minMm', 'maxMm'],
    ['minX', 'maxX'],
    ['minY', 'maxY'],
    ['xMm', 'yMm'],
    ['minEnd', 'maxEnd'],
    ['layerHeightMm', 'firstLayerHeightMm'],
    ['nozzleMaxC', 'nozzleMinExtrudingC'],
    ['longestRetractionMm', 'shortestRetractionMm'],
  ].flatMap(([a, b]) => [
    [a, b],
    [b, a],
  ]),
);

const isText = (node: ts.Node): boolean =>
  ts.isStringLiteral(node) ||
  ts.isTemplateExpression(node) ||
  ts.isNoSubstitutionTemplateLiteral(node) ||
  (ts.isBinaryExpression(node) &&
    node.operatorToken.kind === ts.SyntaxKind.PlusToken &&
    (isText(node.left) || isText(node.right)));

const TINY = 1e-5;
/** A figure that only swallows rounding. */
function isTolerance(node: ts.Node): boolean {
  if (ts.isNumericLiteral(node)) return Number(node.text) !== 0 && Math.abs(Number(node.text)) <= TINY;
  if (ts.isIdentifier(node)) return node.text === 'slack';
  if (ts.isParenthesizedExpression(node)) return isTolerance(node.expression);
  return ts.isBinaryExpression(node) && (isTolerance(node.left) || isTolerance(node.right));
}
const isEdge = (from: ts.SyntaxKind, to: ts.SyntaxKind): boolean =>
  (from === ts.SyntaxKind.LessThanToken && to === ts.SyntaxKind.LessThanEqualsToken) ||
  (from === ts.SyntaxKind.LessThanEqualsToken && to === ts.SyntaxKind.LessThanToken) ||
  (from === ts.SyntaxKind.GreaterThanToken && to === ts.SyntaxKind.GreaterThanEqualsToken) ||
  (from === ts.SyntaxKind.GreaterThanEqualsToken && to === ts.SyntaxKind.GreaterThanToken);
/** "If it is more than the most so far, it is the most": set once more to what it is, it stays what it is. */
function isRunningExtreme(node: ts.BinaryExpression): boolean {
  const { parent } = node;
  if (!ts.isIfStatement(parent) || parent.expression !== node) return false;
  const then = ts.isBlock(parent.thenStatement) ? parent.thenStatement.statements : [parent.thenStatement];
  const [only] = then;
  if (then.length !== 1 || !only || !ts.isExpressionStatement(only) || !ts.isBinaryExpression(only.expression))
    return false;
  const { left, right, operatorToken } = only.expression;
  const sides = [node.left.getText(), node.right.getText()];
  return (
    operatorToken.kind === ts.SyntaxKind.EqualsToken &&
    left.getText() !== right.getText() &&
    sides.includes(left.getText()) &&
    sides.includes(right.getText())
  );
}
/** Whether it matters that a comparison holds at its very edge: not where it has room for rounding, nor where it only chooses between
 *  two sides of a range that is known to be left, nor where it only keeps an extreme. */
const hasMeaningfulEdge = (node: ts.BinaryExpression): boolean =>
  !isTolerance(node.left) &&
  !isTolerance(node.right) &&
  !isRunningExtreme(node) &&
  !(ts.isConditionalExpression(node.parent) && node.parent.condition === node);

export interface Instrumented {
  readonly code: string;
  readonly mutants: readonly Mutant[];
}

/** A file with every mutant of it built in, each asking by its number whether it is on (`globalThis.isMutantOn`); only code inside
 *  functions is mutated, and constants of the file where functions use them. */
export function instrument(file: string, text: string, firstId: number): Instrumented {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.ESNext, true, ts.ScriptKind.TS);
  const mutants: Mutant[] = [];
  const constants = new Map<string, number>();
  for (const st of source.statements)
    if (ts.isVariableStatement(st) && st.declarationList.flags & ts.NodeFlags.Const)
      for (const d of st.declarationList.declarations)
        if (ts.isIdentifier(d.name) && d.initializer && ts.isNumericLiteral(d.initializer))
          constants.set(d.name.text, Number(d.initializer.text));
  const idOfConstant = new Map<string, number>();
  const f = ts.factory;

  const add = (node: ts.Node, kind: MutantKind, from: string, to: string): number => {
    const id = firstId + mutants.length;
    const line = source.getLineAndCharacterOfPosition(node.getStart(source)).line + 1;
    mutants.push({ id, file, line, kind, from, to });
    return id;
  };
  const isOn = (id: number): ts.Expression =>
    f.createCallExpression(
      f.createPropertyAccessExpression(f.createIdentifier('globalThis'), 'isMutantOn'),
      undefined,
      [f.createNumericLiteral(id)],
    );
  const switched = (id: number, mutated: ts.Expression, original: ts.Expression): ts.Expression =>
    f.createParenthesizedExpression(
      f.createConditionalExpression(
        isOn(id),
        undefined,
        f.createParenthesizedExpression(mutated),
        undefined,
        f.createParenthesizedExpression(original),
      ),
    );
  const short = (node: ts.Node): string => node.getText(source).replace(/\s+/g, ' ').slice(0, 90);

  const transformer: ts.TransformerFactory<ts.SourceFile> = (context) => {
    let depth = 0;
    const visit = (node: ts.Node): ts.Node => {
      if (
        ts.isTypeNode(node) ||
        ts.isImportDeclaration(node) ||
        ts.isInterfaceDeclaration(node) ||
        ts.isTypeAliasDeclaration(node)
      )
        return node;
      if (ts.isFunctionLike(node)) {
        depth++;
        const done = ts.visitEachChild(node, visit, context);
        depth--;
        return done;
      }
      const inner = ts.visitEachChild(node, visit, context);
      return depth === 0 ? inner : mutate(node, inner);
    };
    const mutate = (node: ts.Node, inner: ts.Node): ts.Node => {
      if (ts.isBinaryExpression(node) && ts.isBinaryExpression(inner)) return ofBinary(node, inner);
      if (ts.isNumericLiteral(node)) return ofNumber(node);
      if (ts.isStringLiteral(node) && SEVERITIES[node.text] && !ts.isLiteralTypeNode(node.parent)) {
        const to = SEVERITIES[node.text]!;
        return switched(add(node, 'severity', node.text, to), f.createStringLiteral(to), inner as ts.Expression);
      }
      if (ts.isConditionalExpression(node) && ts.isConditionalExpression(inner)) {
        const id = add(node, 'choice', short(node), 'the other of the two');
        return f.updateConditionalExpression(
          inner,
          switched(id, f.createLogicalNot(f.createParenthesizedExpression(node.condition)), inner.condition),
          inner.questionToken,
          inner.whenTrue,
          inner.colonToken,
          inner.whenFalse,
        );
      }
      if (ts.isIfStatement(node) && ts.isIfStatement(inner)) {
        const id = add(node, 'branch', `if (${short(node.expression)})`, 'never');
        return f.updateIfStatement(
          inner,
          switched(id, f.createFalse(), inner.expression),
          inner.thenStatement,
          inner.elseStatement,
        );
      }
      if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
        return switched(add(node, 'logic', short(node), short(node.operand)), node.operand, inner as ts.Expression);
      if (
        ts.isPropertyAccessExpression(node) &&
        FIELDS[node.name.text] &&
        !ts.isCallExpression(node.parent) &&
        !isTarget(node)
      ) {
        const to = FIELDS[node.name.text]!;
        return switched(
          add(node, 'field', short(node), `.${to}`),
          f.createPropertyAccessExpression(node.expression, to),
          inner as ts.Expression,
        );
      }
      if (
        ts.isPropertyAccessExpression(node) &&
        node.expression.getText(source) === 'Math' &&
        (node.name.text === 'min' || node.name.text === 'max')
      ) {
        const to = node.name.text === 'min' ? 'max' : 'min';
        return switched(
          add(node, 'choice', short(node), `Math.${to}`),
          f.createPropertyAccessExpression(f.createIdentifier('Math'), to),
          inner as ts.Expression,
        );
      }
      if (ts.isIdentifier(node) && constants.has(node.text) && isUse(node)) {
        const value = constants.get(node.text)!;
        const id = idOfConstant.get(node.text) ?? add(node, 'constant', node.text, `${node.text} ${more(value)}`);
        idOfConstant.set(node.text, id);
        return switched(id, f.createNumericLiteral(more(value)), node);
      }
      return inner;
    };
    const ofBinary = (node: ts.BinaryExpression, inner: ts.BinaryExpression): ts.Expression => {
      const operator = node.operatorToken.kind;
      const [a, b] = [node.left, node.right];
      const one = (kind: MutantKind, to: ts.BinaryOperator, now: ts.Expression): ts.Expression =>
        switched(
          add(node, kind, short(node), ts.tokenToString(to)!),
          f.createBinaryExpression(f.createParenthesizedExpression(a), to, f.createParenthesizedExpression(b)),
          now,
        );
      const comparisons = COMPARISONS.get(operator)?.filter((to) => !isEdge(operator, to) || hasMeaningfulEdge(node));
      if (comparisons) return comparisons.reduce<ts.Expression>((now, to) => one('comparison', to, now), inner);
      const sign = SIGNS.get(operator);
      if (sign !== undefined && !isText(node) && !isTolerance(a) && !isTolerance(b)) return one('sign', sign, inner);
      const logic = LOGIC.get(operator);
      return logic === undefined ? inner : one('logic', logic, inner);
    };
    const ofNumber = (node: ts.NumericLiteral): ts.Expression => {
      const value = Number(node.text);
      if (!isValue(node)) return node;
      return switched(add(node, 'constant', node.text, String(more(value))), f.createNumericLiteral(more(value)), node);
    };
    return (root) => ts.visitEachChild(root, visit, context);
  };
  const done = ts.transform(source, [transformer]);
  const code = ts.createPrinter().printFile(done.transformed[0]!);
  return { code, mutants };
}

const more = (value: number): number =>
  value === 0 ? 1 : Number.isInteger(value) ? value + 1 : Number((value * 1.25).toPrecision(6));
/** Not an index, nor the digits a figure is shown with, nor a key. */
function isValue(node: ts.NumericLiteral): boolean {
  const { parent } = node;
  if (
    ts.isElementAccessExpression(parent) ||
    (ts.isPropertyAssignment(parent) === false &&
      ts.isPropertyName(node) &&
      parent.kind === ts.SyntaxKind.PropertyAssignment)
  )
    return false;
  if (ts.isPropertyAssignment(parent) && parent.name === node) return false;
  if (
    ts.isCallExpression(parent) &&
    /\.toFixed$|formatFigure$|\.slice$|\.toPrecision$/.test(parent.expression.getText())
  )
    return false;
  if (ts.isLiteralTypeNode(parent)) return false;
  return !(Math.abs(Number(node.text)) < 1e-5 && Number(node.text) !== 0); // a tolerance against rounding
}
const isTarget = (node: ts.Node): boolean =>
  ts.isBinaryExpression(node.parent) &&
  node.parent.left === node &&
  node.parent.operatorToken.kind === ts.SyntaxKind.EqualsToken;
function isUse(node: ts.Identifier): boolean {
  const { parent } = node;
  if (ts.isPropertyAccessExpression(parent) && parent.name === node) return false;
  if (ts.isPropertyAssignment(parent) && parent.name === node) return false;
  if (ts.isShorthandPropertyAssignment(parent)) return false;
  if (ts.isVariableDeclaration(parent) && parent.name === node) return false;
  return !ts.isParameter(parent);
}
