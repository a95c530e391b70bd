import { Component, Suspense, type ErrorInfo, type ReactNode } from "react";
import { Waiting } from "./Trouble";

interface Props {
  name: string; // as the keeper knows it: "the drawing", "the pens"
  children: ReactNode;
}

/** A part of the screen on its own: waited for while it loads, and when it breaks, the rest goes on. */
export function Part({ name, children }: Props) {
  return (
    <Fence name={name}>
      <Suspense fallback={<Waiting what={`Opening ${name}`} />}>{children}</Suspense>
    </Fence>
  );
}

class Fence extends Component<Props, { broken: boolean }> {
  override state = { broken: false };

  static getDerivedStateFromError() {
    return { broken: true };
  }

  override componentDidCatch(error: Error, info: ErrorInfo) {
    console.error(`${this.props.name} broke`, error, info.componentStack);
  }

  override render() {
    if (!this.state.broken) return this.props.children;
    return (
      <div role="alert" className="my-4 border-l-4 border-clay pl-3">
        <p>Something went wrong in {this.props.name}. Nothing that was kept is lost.</p>
        <p className="mt-1 flex gap-4">
          <button type="button" className="line-button" onClick={() => this.setState({ broken: false })}>
            Try again
          </button>
          <a className="line-button" href="/pens">
            To the pens
          </a>
        </p>
      </div>
    );
  }
}
