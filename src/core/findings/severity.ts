/**
 * Severity is defined by its effect: a blocker stops the work until it is settled, a caution
 * stands in the record but does not stop, a note only informs.
 */
export type Severity = 'blocker' | 'caution' | 'note';
