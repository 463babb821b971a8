/** The ranking's figures from a process that has run nothing else, as JSON. */
import '../src/core/family/all';
import { benchRanking } from './ranking';

console.log(JSON.stringify(await benchRanking()));
