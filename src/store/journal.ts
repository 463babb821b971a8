/** Where every job's hash chain begins. */
export const GENESIS = 'augerset-journal-1';
