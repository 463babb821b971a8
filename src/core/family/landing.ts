/** What is on the numbered terminals of a device. */

/** A terminal with the core that is meant for it and the one that was found on it; null where none is, or nobody looked. */
export interface TerminalPlan<Core extends string> {
  terminal: string;
  core: Core | null;
  says: string;
  found: Core | null;
  good: boolean | null;
}

/** The plan, what was found written over it, and one terminal changed: what a trial tries. */
export function landedWith<Core extends string>(
  terminals: readonly Pick<TerminalPlan<Core>, 'terminal' | 'core'>[],
  landed: Readonly<Record<string, Core>>,
  terminal: string,
  core: Core | undefined,
): Record<string, Core> {
  const planned = terminals.flatMap((t): [string, Core][] => (t.core ? [[t.terminal, t.core]] : []));
  const { [terminal]: _was, ...rest } = { ...(Object.fromEntries(planned) as Record<string, Core>), ...landed };
  return core ? ({ ...rest, [terminal]: core } as Record<string, Core>) : (rest as Record<string, Core>);
}
