import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { whenChanged } from './when-changed';

describe('doing something when a signal changes', () => {
  it('happens at once and at each change, and not for what is read meanwhile', () => {
    const [source, other] = [signal(1), signal('a')];
    const seen: string[] = [];
    TestBed.runInInjectionContext(() => {
      whenChanged(source, (value) => seen.push(`${String(value)}${other()}`));
    });
    TestBed.tick();
    other.set('b');
    TestBed.tick();
    source.set(2);
    TestBed.tick();
    expect(seen).toEqual(['1a', '2b']);
  });
});
