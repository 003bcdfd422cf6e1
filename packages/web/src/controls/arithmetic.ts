import jsep from 'jsep';

/**
 * Value of simple arithmetic such as `1920/2` or `(3+4)*2`; a unit after the
 * number is let pass. Undefined when it is not arithmetic.
 */
export function calculate(text: string): number | undefined {
  const plain = text
    .replaceAll(',', '.')
    .replace(/[^\d.+\-*/() e]+$/i, '')
    .trim();
  if (plain === '') return undefined;
  try {
    const value = evaluate(jsep(plain));
    return value !== undefined && Number.isFinite(value) ? value : undefined;
  } catch {
    return undefined;
  }
}

function evaluate(node: jsep.Expression): number | undefined {
  if (node.type === 'Literal') {
    const { value } = node as jsep.Literal;
    return typeof value === 'number' ? value : undefined;
  }
  if (node.type === 'UnaryExpression') {
    const { operator, argument } = node as jsep.UnaryExpression;
    const value = evaluate(argument);
    if (value === undefined) return undefined;
    return operator === '-' ? -value : operator === '+' ? value : undefined;
  }
  if (node.type === 'BinaryExpression') {
    const { operator, left, right } = node as jsep.BinaryExpression;
    const a = evaluate(left);
    const b = evaluate(right);
    if (a === undefined || b === undefined) return undefined;
    return { '+': a + b, '-': a - b, '*': a * b, '/': a / b }[operator];
  }
  return undefined;
}
