import { Skeleton } from 'antd';
import { useEffect, useState } from 'react';

/** Loading state: nothing for 300 ms, then a skeleton of about the same size. */
export function Pending({ lines = 6 }: { readonly lines?: number }) {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), 300);
    return () => clearTimeout(timer);
  }, []);
  return (
    <div role="progressbar" aria-busy="true" aria-label="Loading" className="pending">
      {late && <Skeleton active title={{ width: '40%' }} paragraph={{ rows: lines }} />}
    </div>
  );
}
