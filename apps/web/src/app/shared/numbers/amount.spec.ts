import { TestBed } from '@angular/core/testing';
import { Amount, columnFill, mostDigits } from './amount';

describe('a figure in a column', () => {
  it('is filled to the column’s finest figure, so that the points align', () => {
    expect(mostDigits(['16.192', '16.20', '7'])).toBe(3);
    expect(columnFill('16.20', 3)).toBe('0');
    expect(columnFill('7', 3)).toBe('.000');
    expect(columnFill('16.192', 3)).toBe('');
    expect(mostDigits([])).toBe(0);
  });

  it('shows the figure, and hides the filling from screen readers', async () => {
    const fixture = TestBed.createComponent(Amount);
    fixture.componentRef.setInput('value', '-16.2');
    fixture.componentRef.setInput('digits', 3);
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    expect(host.textContent).toMatch(/^−16.200$/);
    expect(host.querySelector('[aria-hidden]')?.textContent).toBe('00');
  });
});
