/** Where answers of older records belong, which kept them by the codes of their questions. */

/** A field of a survey, and what an answer puts there. */
export interface AnsweredField {
  path: readonly string[];
  value: string;
}
/** By the code of a question and its answer; null where no field holds it. */
export type AnswerAt = (code: string, value: string) => AnsweredField | null;

/** Answers that are kept as they are, by their codes. */
export const byCode =
  (fields: Readonly<Record<string, readonly string[]>>): AnswerAt =>
  (code, value) => {
    const path = fields[code];
    return path ? { path, value } : null;
  };
