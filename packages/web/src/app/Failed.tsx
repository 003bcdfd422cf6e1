import { isRouteErrorResponse, useRouteError } from 'react-router';

/** What is shown instead of a page that failed, so that nobody looks at an empty window. */
export function Failed() {
  const error = useRouteError();
  const text = isRouteErrorResponse(error) ? error.statusText : (error as Error).message;
  return (
    <main role="alert" className="grid h-full place-content-center gap-2 text-center">
      <title>Something went wrong · Cyclogram</title>
      <h1 className="text-lg">Something went wrong</h1>
      <p className="max-w-xl text-dim">
        Saved changes are safe, and so is undo. Reload the page; if it fails again at the same step, undo that
        step first.
      </p>
      <p className="figures text-xs text-dim">{text}</p>
      <button type="button" className="text-glass underline" onClick={() => location.reload()}>
        Reload
      </button>
    </main>
  );
}
