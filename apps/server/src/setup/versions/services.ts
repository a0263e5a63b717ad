import type { PlatformServices } from '../../platform/services';
import type { PublishedSetups } from './published-setups';

/** What those who price share besides: the setups. */
export interface Services extends PlatformServices {
  readonly setups: PublishedSetups;
}
