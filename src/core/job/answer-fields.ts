/** Where answers of older records belong, which kept them by the codes of their questions. */

/** A field of a survey, and what an answer puts there. */
export interface AnsweredField {
  path: readonly string[];
  value: string;
}
/** By the code of a question and its answer; null where no field holds it. */
export type AnswerAt = (code: string, value: string) => AnsweredField | null;

/** Answers that are kept as they are, by their codes. */
export function byCode(fields: Readonly<Record<string, readonly string[]>>): AnswerAt {
  // Codes come out of files: one may be any word, also one that every object knows.
  const paths = new Map(Object.entries(fields));
  return (code, value) => {
    const path = paths.get(code);
    return path ? { path, value } : null;
  };
}
