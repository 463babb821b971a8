/** The stops of the run, in working order, with the minutes a practised installer takes at each. */
export const STOPS = [
  { id: 'arrive', name: 'Arrive', minutes: 6 },
  { id: 'make-safe', name: 'Make safe', minutes: 4 },
  { id: 'survey', name: 'Survey', minutes: 5 },
  { id: 'decide', name: 'Decide', minutes: 2 },
  { id: 'connect', name: 'Connect', minutes: 12 },
  { id: 'power-up', name: 'Power up', minutes: 3 },
  { id: 'set-up', name: 'Set up', minutes: 8 },
  { id: 'week', name: 'Week', minutes: 4 },
  { id: 'proof', name: 'Proof', minutes: 25 },
  { id: 'hand-over', name: 'Hand over', minutes: 6 },
] as const;

export type StopId = (typeof STOPS)[number]['id'];
