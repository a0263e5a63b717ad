import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { FigureField } from './figure-field';

describe('a field for a figure', () => {
  let fixture: ComponentFixture<FigureField>;
  let input: HTMLInputElement;
  let changes: string[];

  beforeEach(async () => {
    fixture = TestBed.createComponent(FigureField);
    fixture.componentRef.setInput('value', '12.5');
    fixture.componentRef.setInput('label', 'Percent');
    changes = [];
    fixture.componentInstance.changed.subscribe((value) => changes.push(value));
    await fixture.whenStable();
    const found = (fixture.nativeElement as HTMLElement).querySelector('input');
    if (!found) throw new Error('no input');
    input = found;
  });

  async function type(text: string): Promise<string | null> {
    input.value = text;
    input.dispatchEvent(new Event('input'));
    input.dispatchEvent(new Event('change'));
    await fixture.whenStable();
    return (fixture.nativeElement as HTMLElement).querySelector('mat-error')?.textContent ?? null;
  }

  it('gives what was typed as a plain decimal', async () => {
    expect(await type('7,25')).toBeNull();
    expect(changes).toEqual(['7.25']);
  });

  it('says what is no number, keeps it as typed and changes nothing', async () => {
    expect(await type('a dozen')).toContain('“a dozen” is not a number');
    expect(input.value).toBe('a dozen');
    expect(input.getAttribute('aria-invalid')).toBe('true');
    expect(changes).toEqual([]);
  });

  it('has all of it chosen when it is entered, by key or by click, so that typing replaces it', () => {
    document.body.append(fixture.nativeElement as HTMLElement);
    input.focus();
    const chosen = () => [input.selectionStart, input.selectionEnd];
    expect(chosen()).toEqual([0, 4]);
    input.blur();
    const click = new MouseEvent('mousedown', { cancelable: true });
    input.dispatchEvent(click);
    expect([click.defaultPrevented, document.activeElement === input]).toEqual([true, true]);
    expect(chosen()).toEqual([0, 4]);
    // a second click sets the cursor
    const second = new MouseEvent('mousedown', { cancelable: true });
    input.dispatchEvent(second);
    expect(second.defaultPrevented).toBeFalse();
  });

  it('takes no sign where the size alone is typed', async () => {
    fixture.componentRef.setInput('unsigned', 'Type it without a sign');
    expect(await type('-5')).toContain('Type it without a sign');
    expect(input.value).toBe('-5');
    expect(changes).toEqual([]);
    expect(await type('5')).toBeNull();
    expect(changes).toEqual(['5']);
  });

  it('that is still empty says what is wrong with that, and one that was emptied asks for a number', async () => {
    fixture.componentRef.setInput('value', '');
    fixture.componentRef.setInput('problem', 'Percent must be filled');
    await fixture.whenStable();
    const alert = () =>
      (fixture.nativeElement as HTMLElement).querySelector('mat-error')?.textContent;
    expect(alert()).toBe('Percent must be filled');
    await type('5');
    fixture.componentRef.setInput('value', '5');
    await fixture.whenStable();
    expect(await type('')).toContain('Enter a number');
    expect(changes).toEqual(['5']);
  });

  it('is silent where the same is typed again', async () => {
    await type('12.5');
    expect(changes).toEqual([]);
  });

  it('gives once what Enter and the field’s own change both tell', async () => {
    input.value = '7.5';
    input.dispatchEvent(new Event('input'));
    input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    input.dispatchEvent(new Event('change'));
    await fixture.whenStable();
    expect(changes).toEqual(['7.5']);
    fixture.componentRef.setInput('value', '7.5');
    await fixture.whenStable();
    await type('12.5');
    expect(changes).toEqual(['7.5', '12.5']);
  });

  it('may be empty only where that means something', async () => {
    expect(await type('')).toContain('Enter a number');
    fixture.componentRef.setInput('mayBeEmpty', true);
    expect(await type(' ')).toBeNull();
    expect(changes).toEqual(['']);
  });

  it('tells what others found wrong', async () => {
    fixture.componentRef.setInput('problem', 'percent must be at least -100');
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('at least -100');
  });
});
