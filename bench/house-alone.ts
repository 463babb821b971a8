/** The house's figures from a process that has run nothing else: `house-alone.ts BUILD [TWIN]`. */
import '../src/core/family/all';
import { benchHouse } from './house';

const [build = 'bench/build', twin] = process.argv.slice(2);
console.log(benchHouse(build, twin ?? null).join('\n'));
