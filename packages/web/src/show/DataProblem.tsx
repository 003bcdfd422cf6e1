import { parsePathData } from '@cyclogram/core';
import { useMemo } from 'react';

/** Says where path data stops being path data; nothing is drawn with it meanwhile. */
export function DataProblem({ data, empty }: { data: string; empty: string }) {
  const problem = useMemo(() => {
    try {
      return parsePathData(data).length > 1 ? undefined : empty;
    } catch (error) {
      return (error as Error).message;
    }
  }, [data, empty]);
  return problem === undefined ? null : (
    <p role="alert" className="mt-2 text-alarm">
      {problem[0]!.toUpperCase() + problem.slice(1)}. Paste what stands in the d attribute of an SVG path.
    </p>
  );
}
