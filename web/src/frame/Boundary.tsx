import { Stack, Text } from "@chakra-ui/react";
import { Component, type ReactNode } from "react";
import { ActButton } from "./states";

type Props = { children: ReactNode; place: string };

/** Keeps one page's fault from taking the rest with it, and offers to load it again. */
export class Boundary extends Component<Props, { failed: string | null }> {
  override state = { failed: null };

  static getDerivedStateFromError(error: unknown) {
    const away = !navigator.onLine || /import|fetch|load/i.test(String(error));
    return {
      failed: away
        ? "This page could not be fetched: you are offline, or Amber Jug does not answer."
        : "Something went wrong on this page. What you saved is safe.",
    };
  }

  override componentDidUpdate(before: Props) {
    if (before.place !== this.props.place && this.state.failed) this.setState({ failed: null });
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <Stack align="center" py="16" gap="4" role="alert">
        <h1>{this.state.failed}</h1>
        <Text color="quiet">What you typed and did not save yet is kept in this window.</Text>
        <ActButton onClick={() => window.location.reload()}>Reload</ActButton>
      </Stack>
    );
  }
}
