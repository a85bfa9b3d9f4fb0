import { Component, type ReactNode } from 'react';
import { Button } from './controls.tsx';

interface Props {
  children: ReactNode;
  /** Changing it, as on going elsewhere, gives the screen another try. */
  place: string;
}

/** Keeps a fault in one screen from emptying the page. */
export class ErrorBoundary extends Component<Props, { error: Error | null; place: string }> {
  override state = { error: null as Error | null, place: this.props.place };

  static getDerivedStateFromError(error: Error) {
    return { error };
  }

  static getDerivedStateFromProps(props: Props, state: { place: string }) {
    return props.place === state.place ? null : { error: null, place: props.place };
  }

  override render() {
    if (!this.state.error) return this.props.children;
    return (
      <div role="alert" className="m-6 max-w-2xl bg-sheet p-6">
        <h1>This screen crashed.</h1>
        <p className="mt-2">
          Your saved work is safe. Reload the screen; if it crashes again, report this message:
        </p>
        <p className="mt-3 border-line border-l-4 pl-3 font-mono text-note">{this.state.error.message}</p>
        <Button kind="act" className="mt-4" onClick={() => location.reload()}>
          Reload
        </Button>
      </div>
    );
  }
}
