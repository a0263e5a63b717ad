import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { provideState, provideStore, Store } from '@ngrx/store';
import { leaveEdits } from './leave-edits';
import { objectEditsActions, objectEditsFeature, type ObjectEdit } from './object-edits.feature';

const edit: ObjectEdit = {
  object: { kind: 'sharedPrice', key: 'a' },
  before: { edited: false },
  after: { edited: true, content: { name: 'Tools', price: '-1' } },
};

describe('leaving a screen whose grid was edited', () => {
  let store: Store;
  let asked: jasmine.Spy<(question?: string) => boolean>;
  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [provideStore(), provideState(objectEditsFeature)],
    });
    store = TestBed.inject<Store>(Store);
    asked = spyOn(window, 'confirm').and.returnValue(false);
    store.dispatch(objectEditsActions.edited({ edit }));
  });
  const leave = (): unknown => {
    const { snapshot: state } = TestBed.inject(Router).routerState;
    return TestBed.runInInjectionContext(() => leaveEdits({}, state.root, state, state));
  };
  const refused = (status: number, detail: string): void => {
    const problem = { type: 'about:blank', title: '', status, detail } as const;
    store.dispatch(objectEditsActions.refused({ edit, problem }));
  };

  it('asks nothing where every edit is kept, or on its way', () => {
    expect(leave()).toBeTrue();
    store.dispatch(objectEditsActions.kept({ edit, revision: 1 }));
    expect(leave()).toBeTrue();
    expect(asked).not.toHaveBeenCalled();
  });

  it('asks where one was refused or could not be sent, and says why', () => {
    for (const status of [422, 409, 0]) {
      refused(status, 'The price must be at least 0.');
      expect(leave()).toBeFalse();
    }
    expect(asked.calls.mostRecent().args[0]).toContain('The price must be at least 0.');
    asked.and.returnValue(true);
    expect(leave()).toBeTrue();
  });

  it('asks nothing where its user only has to sign in again', () => {
    refused(401, 'Sign in first.');
    expect(leave()).toBeTrue();
    expect(asked).not.toHaveBeenCalled();
  });
});
