declare module 'pdf-parse/lib/pdf-parse.js' {
  export { default } from 'pdf-parse';
}
