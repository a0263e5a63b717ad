import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { TextField } from './text-field';

describe('a field for a text', () => {
  let fixture: ComponentFixture<TextField>;
  let changes: string[];
  const input = (): HTMLInputElement => {
    const found = (fixture.nativeElement as HTMLElement).querySelector('input');
    if (!found) throw new Error('no input');
    return found;
  };
  const set = async (name: string, value: unknown): Promise<void> => {
    fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
  };
  beforeEach(async () => {
    fixture = TestBed.createComponent(TextField);
    changes = [];
    fixture.componentInstance.changed.subscribe((text) => changes.push(text));
    fixture.componentRef.setInput('value', 'Clay');
    await set('label', 'Name');
  });
  const type = async (text: string): Promise<void> => {
    input().value = text;
    input().dispatchEvent(new Event('input'));
    input().dispatchEvent(new Event('change'));
    await fixture.whenStable();
  };

  it('gives what was typed, without the blanks around it', async () => {
    await type('  Glazes ');
    expect(changes).toEqual(['Glazes']);
  });

  it('gives an empty text where it was emptied, and nothing where it is the same', async () => {
    await type('');
    await type(' Clay ');
    expect(changes).toEqual(['']);
  });

  it('shows nothing for null', async () => {
    await set('value', null);
    expect(input().value).toBe('');
    await type('');
    expect(changes).toEqual([]);
  });

  it('is called by the label above it, or unseen where the head of a table is its label', async () => {
    const label = (): Element | null =>
      (fixture.nativeElement as Element).querySelector('mat-label');
    expect(label()?.textContent).toBe('Name');
    expect(input().hasAttribute('aria-label')).toBeFalse();
    await set('bare', true);
    expect(label()).toBeNull();
    expect(input().getAttribute('aria-label')).toBe('Name');
  });

  it('ties what is wrong with it to it', async () => {
    await set('problem', 'There is a category Clay already');
    const error = (fixture.nativeElement as Element).querySelector('mat-error');
    expect(error?.textContent).toContain('already');
    expect(input().getAttribute('aria-describedby')).toBe(error?.id ?? '');
    await set('problem', null);
    expect((fixture.nativeElement as Element).querySelector('mat-error')).toBeNull();
  });

  it('keeps what was typed while it says what is wrong with it', async () => {
    await type('Glazes');
    await set('problem', 'There is a category Glazes already');
    expect(input().value).toBe('Glazes');
    expect(input().getAttribute('aria-invalid')).toBe('true');
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('already');
  });

  it('takes at most so many letters', async () => {
    await set('most', 14);
    expect(input().maxLength).toBe(14);
  });
});
