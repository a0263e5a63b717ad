/** Writes down what every operation answers, from the types of the routes. Run: npm run docs:openapi */
import { writeFileSync } from 'node:fs';
import { ANSWERS, answerSchemas } from './answers';

writeFileSync(ANSWERS, `${JSON.stringify(answerSchemas())}\n`);
console.log('wrote what operations answer');
