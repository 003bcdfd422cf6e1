import { toProblem, type ProblemKind } from '../http/problem';

/** A problem as plain values, which can go from thread to thread. */
interface PlainProblem {
  kind: ProblemKind;
  detail: string;
  extra: Record<string, unknown>;
  /** What a decoder said, for the log. */
  reason?: string;
}

/** What came of a task. */
export type TaskResult = { answer: unknown } | { problem: PlainProblem };

export async function resultOf(work: () => Promise<unknown>): Promise<TaskResult> {
  try {
    return { answer: await work() };
  } catch (error) {
    const { kind, detail, extra, cause } = toProblem(error);
    if (kind === 'internal') console.error(error);
    const problem: PlainProblem = { kind, detail, extra };
    if (cause !== undefined) problem.reason = String(cause);
    return { problem };
  }
}
