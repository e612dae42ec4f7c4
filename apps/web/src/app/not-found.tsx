import { Button } from 'antd';
import { Link } from 'react-router';

/** An address that leads nowhere. */
export const NotFound = () => (
  <main className="page-note">
    <h1>Page not found.</h1>
    <p>
      Go back to the <Link to="/yard">yard</Link>, or search for a unit by its tag at the top.
    </p>
  </main>
);

/** A fault of ours. What was saved is saved. */
export const Broken = () => (
  <main className="page-note">
    <h1>This page stopped working. That is our fault.</h1>
    <p>What was saved is safe. Reload the page. If it happens again, report the time of day.</p>
    <Button type="primary" onClick={() => window.location.assign('/yard')}>
      Back to the yard
    </Button>
  </main>
);
