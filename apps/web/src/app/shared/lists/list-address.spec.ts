import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { By } from '@angular/platform-browser';
import { Router, RouterOutlet } from '@angular/router';
import { showScreen, type ShownScreen } from '../../testing/screens';
import { listView, type ListView } from './long-list';
import type { ListFilterField } from './list-filter-field';

const BRAND: ListFilterField = {
  kind: 'choices',
  name: 'brand',
  label: 'Brand',
  options: [],
};

@Component({ template: '{{ told() }}', changeDetection: ChangeDetectionStrategy.OnPush })
class Items {
  readonly view = listView(
    () => 'items',
    () => [BRAND],
  );
  protected readonly told = () => JSON.stringify([this.view.typed(), this.view.order()]);
}

@Component({ template: 'elsewhere', changeDetection: ChangeDetectionStrategy.OnPush })
class Elsewhere {}

@Component({
  imports: [RouterOutlet],
  template: '<router-outlet />',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Application {}

describe('a list and its address', () => {
  let screen: ShownScreen<Application>;
  let router: Router;
  beforeEach(async () => {
    screen = await showScreen(Application, {});
    router = TestBed.inject(Router);
    router.resetConfig([
      { path: 'items', component: Items },
      { path: 'elsewhere', component: Elsewhere },
    ]);
  });
  const go = async (address: string): Promise<void> => {
    await router.navigateByUrl(address);
    await screen.settle();
  };
  const view = (): ListView =>
    (screen.fixture.debugElement.query(By.directive(Items)).componentInstance as Items).view;
  const said = (): string => screen.text();

  it('says what is asked of it, and is asked what its address says', async () => {
    await go('/items?brand=ebb&brand=tern&sort=name&descending=true&other=1');
    expect(said()).toBe('[{"brand":["ebb","tern"]},{"sort":"name","descending":true}]');
    view().choose({ brand: ['quay'] });
    await screen.until(() => router.url === '/items?brand=quay&sort=name&descending=true&other=1');
    view().sort({ sort: null, descending: false });
    await screen.until(() => router.url === '/items?brand=quay&other=1');
  });

  it('goes on with what was asked last, and says so', async () => {
    await go('/items?brand=ebb');
    await go('/elsewhere');
    await go('/items');
    expect(said()).toContain('ebb');
    await screen.until(() => router.url === '/items?brand=ebb');
  });

  it('is asked for everything by who goes to it again without anything', async () => {
    await go('/items?brand=ebb');
    await go('/items');
    expect(said()).toContain('[{},');
    expect(router.url).toBe('/items');
  });

  it('loses nothing that is asked while the address is written', async () => {
    await go('/items');
    for (const brand of ['a', 'b', 'c']) {
      view().choose({ brand: [brand] });
      await Promise.resolve();
    }
    await screen.until(() => router.url === '/items?brand=c');
    await screen.settle();
    expect(said()).toContain('{"brand":["c"]}');
  });

  it('stands in nobody’s way who leaves', async () => {
    await go('/items');
    const leaving = router.navigateByUrl('/elsewhere');
    view().choose({ brand: ['late'] });
    await leaving;
    await screen.settle();
    expect(router.url).toBe('/elsewhere');
  });
});
