import { Component, type ErrorInfo, type ReactNode } from 'react';

interface FailedProps {
  children: ReactNode;
}

/** What is shown instead of a page that failed, so that nobody looks at an empty window. */
export class Failed extends Component<FailedProps, { error: Error | undefined }> {
  override state = { error: undefined as Error | undefined };

  static getDerivedStateFromError(error: Error) {
    return { error };
  }

  override componentDidCatch(error: Error, { componentStack }: ErrorInfo) {
    console.error(error, componentStack);
  }

  override render() {
    const { error } = this.state;
    if (!error) return this.props.children;
    return (
      <main role="alert" className="grid h-full place-content-center gap-2 text-center">
        <h1 className="text-lg">This page has failed</h1>
        <p className="max-w-xl text-dim">
          What was saved is safe, and undo survives. Load the page again; if it fails again at the same step,
          undo that step first.
        </p>
        <p className="figures text-xs text-dim">{error.message}</p>
        <button type="button" className="text-glass underline" onClick={() => location.reload()}>
          Load it again
        </button>
      </main>
    );
  }
}
