import type { Reporter, TestCase, TestResult } from '@playwright/test/reporter';

/** Tells each test as it ends, and closes with `N passed, N failed`, as our other runners do. */
export default class ClosingLine implements Reporter {
  private passed = 0;
  private failed = 0;

  onTestEnd(test: TestCase, { status, errors, duration }: TestResult): void {
    const name = test.titlePath().filter(Boolean).join(' › ');
    if (status === 'passed') {
      this.passed += 1;
      console.log(`  ${name} (${String(Math.round(duration / 100) / 10)} s)`);
      return;
    }
    this.failed += 1;
    console.log(`FAILED: ${name}: ${status}`);
    for (const { message, snippet } of errors) console.log(`${message ?? ''}\n${snippet ?? ''}`);
  }

  onError({ message }: { message?: string }): void {
    this.failed += 1;
    console.log(`FAILED: ${message ?? 'an error outside the tests'}`);
  }

  onEnd(): void {
    if (this.passed + this.failed === 0) this.failed = 1;
    console.log(`${String(this.passed)} passed, ${String(this.failed)} failed`);
  }

  printsToStdio(): boolean {
    return true;
  }
}
