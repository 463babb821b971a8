/** Which jobs are shown, and what an empty view says. */
export const VIEWS = [
  { value: 'all', label: 'All' },
  { value: 'open', label: 'In work' },
  { value: 'stopped', label: 'Stopped' },
  { value: 'failed', label: 'Test failed' },
  { value: 'sealed', label: 'Sealed' },
  { value: 'away', label: 'Put away' },
] as const;
export type View = (typeof VIEWS)[number]['value'];

/** Why a view is empty, and what to do about it. */
export const EMPTY: Record<View, string> = {
  all: 'No jobs yet. Start one, or open a job file.',
  open: 'Nothing in work.',
  stopped: 'Nothing is stopped.',
  failed: 'No test has failed.',
  sealed: 'Nothing is sealed yet.',
  away: 'Nothing has been put away.',
};

/** What is looked for. */
export interface Filter {
  search: string;
  view: View;
  person: string;
  since: string;
  until: string;
}

export const EVERYTHING: Filter = { search: '', view: 'all', person: '', since: '', until: '' };
