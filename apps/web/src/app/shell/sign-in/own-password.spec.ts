import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { OwnPassword } from './own-password';

describe('one’s own password', () => {
  let screen: ShownScreen<OwnPassword>;
  beforeEach(async () => {
    screen = await showScreen(OwnPassword, {});
    signedIn(screen);
  });
  const type = async (...texts: string[]): Promise<void> => {
    const fields = [...screen.host.querySelectorAll('input')];
    for (const [place, text] of texts.entries()) {
      const field = fields[place];
      if (!field) throw new Error('there are three fields');
      field.value = text;
      field.dispatchEvent(new Event('input'));
      field.dispatchEvent(new Event('blur'));
    }
    await screen.settle();
  };

  it('is changed by whoever knows it', async () => {
    await type('clay-and-kiln', 'seven herons by the weir', 'seven herons by the weir');
    await screen.press('Change the password');
    expect(await screen.answer('PUT', '/api/session/password', null)).toEqual({
      old: 'clay-and-kiln',
      password: 'seven herons by the weir',
    });
    expect(screen.text()).toContain('Your password is changed.');
    expect([...screen.host.querySelectorAll('input')].map(({ value }) => value)).toEqual([
      '',
      '',
      '',
    ]);
  });

  it('is typed twice alike, or not sent', async () => {
    await type('clay-and-kiln', 'seven herons by the weir', 'seven herons at the weir');
    await screen.press('Change the password');
    screen.server.expectNone('/api/session/password');
    expect(screen.text()).toContain('Type the same password.');
  });

  it('says beside the field why it is refused, and can be tried again', async () => {
    await type('no idea', 'password1234', 'password1234');
    await screen.press('Change the password');
    const fields = [{ path: 'old', sentence: 'This is not your password' }];
    const body = problemBody(422, 'This is not your password.', { fields });
    await screen.answer('PUT', '/api/session/password', body, 422);
    expect(screen.host.querySelector('mat-error')?.textContent).toBe('This is not your password');
    await type('clay-and-kiln', 'seven herons by the weir', 'seven herons by the weir');
    await screen.press('Change the password');
    await screen.answer('PUT', '/api/session/password', null);
    expect(screen.text()).toContain('Your password is changed.');
  });
});
