import { Component, type ReactNode } from 'react';

interface GuardProps {
  /** What is behind it, as the sentence begins: "The findings". */
  what: string;
  /** When it changes, what failed is tried again. */
  watch?: unknown;
  children: ReactNode;
}

/** What fails behind it is said in its place, and everything around it stands. */
export class Guard extends Component<GuardProps, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override componentDidUpdate(before: GuardProps) {
    if (this.state.failed && before.watch !== this.props.watch) this.setState({ failed: false });
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <p className="empty state stop" role="alert">
        {this.props.what} could not be shown. Your work is kept;{' '}
        <button type="button" className="quiet" onClick={() => this.setState({ failed: false })}>
          try again
        </button>
      </p>
    );
  }
}
