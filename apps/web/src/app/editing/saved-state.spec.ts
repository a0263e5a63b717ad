import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { beginEditing, edit, saving, notSaved, type Editing } from './editing';
import { SavedState } from './saved-state';

const problem = (status: number) =>
  ({ type: 'about:blank', title: '', status, detail: '' }) as const;

describe('what is said of an edit’s keeping', () => {
  let fixture: ComponentFixture<SavedState>;
  let asked: string[];
  const begun = beginEditing('one', 1);

  async function show(editing: Editing<string>, at: string | null = null): Promise<string> {
    fixture.componentRef.setInput('editing', editing);
    fixture.componentRef.setInput('at', at);
    await fixture.whenStable();
    return (fixture.nativeElement as HTMLElement).querySelector('[role=status]')?.textContent ?? '';
  }
  beforeEach(() => {
    fixture = TestBed.createComponent(SavedState);
    asked = [];
    fixture.componentInstance.undone.subscribe(() => asked.push('undo'));
    fixture.componentInstance.redone.subscribe(() => asked.push('redo'));
  });
  const key = (init: KeyboardEventInit, target: EventTarget = document): void => {
    target.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, ...init }));
  };

  it('is a sentence for each state', async () => {
    expect(await show(begun)).toBe('');
    expect(await show(begun, '2026-11-24T14:32:00Z')).toMatch(/^Saved \d/);
    expect(await show(edit(begun, 'two'))).toBe('Saving…');
    expect(await show(saving(edit(begun, 'two')))).toBe('Saving…');
    expect(await show(notSaved(begun, problem(0)))).toContain('cannot be reached');
    expect(await show(notSaved(begun, problem(422)))).toContain('Not saved yet');
    expect(await show(notSaved(begun, problem(409)))).toContain('somebody else changed this');
  });

  it('listens to Ctrl+Z and Ctrl+Shift+Z, wherever the focus is', async () => {
    await show(begun);
    key({ key: 'z', ctrlKey: true });
    key({ key: 'Z', ctrlKey: true, shiftKey: true });
    key({ key: 'z', metaKey: true });
    key({ key: 'z' });
    key({ key: 'y', ctrlKey: true });
    expect(asked).toEqual(['undo', 'redo', 'undo']);
  });

  it('leaves Ctrl+Z to a field in which something is being typed', async () => {
    await show(begun);
    const field = document.createElement('input');
    document.body.append(field);
    field.dispatchEvent(new InputEvent('input', { bubbles: true }));
    key({ key: 'z', ctrlKey: true }, field);
    expect(asked).toEqual([]);
    field.dispatchEvent(new Event('change', { bubbles: true }));
    key({ key: 'z', ctrlKey: true }, field);
    expect(asked).toEqual(['undo']);
    field.remove();
  });
});
