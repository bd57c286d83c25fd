import layDesk from './lay-desk.ts';

/** Lays the demo on a desk for several parts of a test run, and prints the folder it lies in. */
await layDesk();
console.log(process.env['DEFT_LAID']);
