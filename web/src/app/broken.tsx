/** Stands round every page: what breaks in one is said there, and the rest of the tool goes on. */
import { Component, type ErrorInfo, type ReactNode } from "react";

interface Props {
  /** Where it stands: at another address it begins anew. */
  at: string;
  children: ReactNode;
}

export class Unbroken extends Component<Props, { error: Error | null; at: string }> {
  override state = { error: null, at: this.props.at };

  static getDerivedStateFromError(error: Error) {
    return { error };
  }

  static getDerivedStateFromProps({ at }: Props, state: { at: string }) {
    return at === state.at ? null : { error: null, at };
  }

  override componentDidCatch(error: Error, { componentStack }: ErrorInfo): void {
    console.error(error, componentStack);
  }

  override render(): ReactNode {
    const { error } = this.state as { error: Error | null };
    return error ? <Broken error={error} /> : this.props.children;
  }
}

function Broken({ error }: { error: Error }) {
  return (
    <div role="alert" className="sheet border-2 border-oxide p-6">
      <h1 className="text-xl font-bold text-oxide">This page has broken</h1>
      <p className="py-2">
        An error of ours. What was acknowledged is safe, and taps that wait are kept on this device.
        Load the page again; if it breaks again, go on at another device or on paper, and pass these
        words on: <code className="font-mono">{String(error.message || error)}</code>
      </p>
      <p className="flex flex-wrap gap-6">
        <button
          type="button"
          className="min-h-12 text-dye underline"
          onClick={() => location.reload()}
        >
          Load again
        </button>
        <a href="/" className="inline-flex min-h-12 items-center text-dye underline">
          To all jobs
        </a>
      </p>
    </div>
  );
}
