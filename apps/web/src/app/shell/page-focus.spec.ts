import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router, RouterOutlet } from '@angular/router';
import { PageFocus } from './page-focus';

@Component({
  selector: 'hl-first',
  template: '<h1>First</h1><a href="#">A way</a>',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class First {}

@Component({
  selector: 'hl-second',
  template: '<h1>Second</h1><input id="own" />',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Second {}

const late: { instance: Late } = { instance: undefined as unknown as Late };

@Component({
  selector: 'hl-late',
  template: '@if (loaded()) { <h1>Late</h1> }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Late {
  readonly loaded = signal(false);
  constructor() {
    late.instance = this;
  }
}

@Component({
  selector: 'hl-frame',
  imports: [RouterOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '<nav><a id="link" href="#">Away</a></nav><main tabindex="-1"><router-outlet /></main>',
})
class Frame {}

describe('the focus, when a screen is gone to', () => {
  let router: Router;
  let host: HTMLElement;
  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [
        provideRouter([
          { path: 'first', component: First },
          { path: 'second', component: Second },
          { path: 'late', component: Late },
        ]),
      ],
    });
    const fixture = TestBed.createComponent(Frame);
    host = fixture.nativeElement as HTMLElement;
    document.body.append(host);
    router = TestBed.inject(Router);
    TestBed.inject(PageFocus).follow().subscribe();
    await fixture.whenStable();
  });
  afterEach(() => {
    host.remove();
  });
  const goTo = async (url: string): Promise<void> => {
    await router.navigateByUrl(url);
    await new Promise((resolve) => setTimeout(resolve));
  };
  const focused = (): string | undefined => document.activeElement?.textContent.trim();

  it('moves from the link that was followed to the heading of the screen', async () => {
    host.querySelector<HTMLElement>('#link')?.focus();
    await goTo('/first');
    expect(focused()).toBe('First');
    await goTo('/second');
    expect(focused()).toBe('Second');
  });

  it('stays where it is while only what is asked of the screen changes', async () => {
    await goTo('/second');
    host.querySelector<HTMLElement>('#own')?.focus();
    await goTo('/second?text=clay');
    expect(document.activeElement?.id).toBe('own');
  });

  it('comes to a heading that is there only once the screen has loaded', async () => {
    await goTo('/late');
    expect(document.activeElement?.tagName).toBe('MAIN');
    const { instance } = late;
    instance.loaded.set(true);
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(focused()).toBe('Late');
  });
});
