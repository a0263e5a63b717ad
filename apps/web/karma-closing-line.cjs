/** A Karma reporter that tells failures and ends with `N passed, N failed`, as our other runners do. */
function ClosingLine(baseReporterDecorator) {
  baseReporterDecorator(this);
  let passed = 0;
  let failed = 0;
  this.onSpecComplete = (_browser, result) => {
    if (result.success && !result.skipped) {
      passed += 1;
      return;
    }
    failed += 1;
    const name = [...result.suite, result.description].join(' ');
    const why = result.skipped
      ? 'not run: skipped or beside a focused spec'
      : result.log.join('\n');
    this.write(`FAILED: ${name}\n  ${why}\n`);
  };
  this.onBrowserError = (_browser, error) => {
    failed += 1;
    this.write(
      `FAILED: the browser said ${typeof error === 'string' ? error : JSON.stringify(error)}\n`,
    );
  };
  this.onBrowserComplete = (_browser, result) => {
    if (result?.order?.seed !== undefined)
      this.write(`Specs in random order, seed ${result.order.seed}.\n`);
  };
  this.onRunComplete = () => {
    if (passed + failed === 0) {
      failed = 1;
      this.write('FAILED: no spec was found\n');
    }
    this.write(`${passed} passed, ${failed} failed\n`);
  };
}
ClosingLine.$inject = ['baseReporterDecorator'];

module.exports = { 'reporter:closing-line': ['type', ClosingLine] };
