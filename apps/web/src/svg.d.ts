/** An icon, imported as its text. */
declare module '*.svg' {
  const text: string;
  export default text;
}
