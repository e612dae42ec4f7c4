import { Button } from 'antd';
import { Link } from 'react-router';
import { PageFrame } from '../shared/ui/index.ts';

/** An unknown address. */
export const NotFound = () => (
  <PageFrame title="Page not found.">
    <p>
      Go back to the <Link to="/yard">yard</Link>, or search for a unit by its tag at the top.
    </p>
  </PageFrame>
);

/** The error page of our own bugs. */
export const Broken = () => (
  <PageFrame title="This page stopped working. That is our fault." up={null}>
    <p>What was saved is safe. Reload the page. If it happens again, report the time of day.</p>
    <Button type="primary" onClick={() => window.location.assign('/yard')}>
      Back to the yard
    </Button>
  </PageFrame>
);
