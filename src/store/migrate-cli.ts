/** Brings the store up to date; run by `npm run migrate` and by the demo. */
import { ready } from './jobs';

await ready();
