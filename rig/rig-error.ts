/** What is wrong with a request to the rig, in words for the person who made it. */
export class RigError extends Error {
  override name = 'RigError';
}
