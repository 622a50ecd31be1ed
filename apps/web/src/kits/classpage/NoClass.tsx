import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { Empty } from '../../shared/ui/index.ts';

/** Stands in the place of a class that is not, or no longer, for whoever looks. */
export function NoClass({ to, children }: { readonly to: string; readonly children: string }) {
  return (
    <div className="ob-page">
      <Empty
        title="This is no class of yours"
        action={
          <Button component={Link} to={to}>
            To your classes
          </Button>
        }
      >
        {children}
      </Empty>
    </div>
  );
}
