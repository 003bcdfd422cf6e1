import { toProblem, type ProblemKind } from '../http/problem';

/** What came of a task: an answer, or a problem as plain values. */
export type TaskResult =
  { answer: unknown } | { problem: { kind: ProblemKind; detail: string; extra: Record<string, unknown> } };

export async function resultOf(work: () => Promise<unknown>): Promise<TaskResult> {
  try {
    return { answer: await work() };
  } catch (error) {
    const { kind, detail, extra } = toProblem(error);
    if (kind === 'internal') console.error(error);
    return { problem: { kind, detail, extra } };
  }
}
