import { Component, type ReactNode } from "react";
import { Mark } from "./states";

type Props = { children: ReactNode; name: string };

/** One of a list: should it fail to be drawn, it says so in its own place, and the rest stand. */
export class OneOf extends Component<Props, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <li>
        <Mark tone="bad">{`${this.props.name} cannot be shown here. What you saved is safe.`}</Mark>
      </li>
    );
  }
}
