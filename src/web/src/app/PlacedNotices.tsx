import { useLocation } from 'react-router';
import { Notices } from '../ui/Notices';

/** Notices of the place that is shown. */
export function PlacedNotices() {
  return <Notices place={useLocation().pathname} />;
}
