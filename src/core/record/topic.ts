/** One thing the customer is shown, and does once. */
export interface Topic {
  id: string;
  what: string;
  /** For the customer's page, in plain words. */
  words: string;
}

export interface FollowUp {
  what: string;
  owner: 'installer' | 'customer';
}
