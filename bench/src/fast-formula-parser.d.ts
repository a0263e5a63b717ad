/** The part of the package that the benchmark calls; it has no types of its own. */
declare module 'fast-formula-parser' {
  export default class FormulaParser {
    constructor(hooks: {
      onCell(at: { readonly row: number; readonly col: number; readonly sheet: string }): unknown;
      onRange(at: { readonly sheet: string }): unknown;
    });
    parse(
      formula: string,
      position: { readonly row: number; readonly col: number; readonly sheet: string },
    ): unknown;
  }
}
