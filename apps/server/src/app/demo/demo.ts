/** All that a server with the demo loads besides; one without it loads nothing of this folder. */
export { beginWork } from './begin-work';
export { loadDemo } from './load-demo';
export { DEMO_SIGN_INS } from './sign-ins';
