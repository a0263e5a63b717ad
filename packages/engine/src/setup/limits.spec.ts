import { customerOf } from '../testing/saltmarsh';
import { isAtOutlet, isForCustomer } from './limits';

describe('what something is limited to', () => {
  it('an outlet that is listed, or everywhere and nowhere in particular', () => {
    expect(isAtOutlet(null, null)).toBeTrue();
    expect(isAtOutlet(null, 'quay')).toBeTrue();
    expect(isAtOutlet(['quay'], 'quay')).toBeTrue();
    expect(isAtOutlet(['quay'], 'web')).toBeFalse();
    expect(isAtOutlet(['quay'], null)).toBeFalse();
  });

  it('a customer that is listed, or one of a segment that is', () => {
    const segment = { code: 'schools', name: 'Schools', level: null };
    const school = customerOf({ code: 'HARBOUR', segment });
    expect(isForCustomer(null, null)).toBeTrue();
    expect(isForCustomer({ customers: ['HARBOUR'], segments: [] }, school)).toBeTrue();
    expect(isForCustomer({ customers: [], segments: ['schools'] }, school)).toBeTrue();
    expect(isForCustomer({ customers: ['OTHER'], segments: ['shops'] }, school)).toBeFalse();
    expect(
      isForCustomer({ customers: [], segments: ['schools'] }, customerOf({ segment: null })),
    ).toBeFalse();
    expect(isForCustomer({ customers: ['HARBOUR'], segments: ['schools'] }, null)).toBeFalse();
  });
});
