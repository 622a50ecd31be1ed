import { QueryClient, type InvalidateOptions, type InvalidateQueryFilters, type QueryKey } from '@tanstack/react-query';

/**
 * The queries of this tab. What is fetched for the first time may have been answered before the change that outdates
 * it: the library would take that answer for fresh, so it is asked for once more when it has come.
 */
export class Queries extends QueryClient {
  override async invalidateQueries<Key extends QueryKey>(
    filters?: InvalidateQueryFilters<Key>,
    options?: InvalidateOptions,
  ): Promise<void> {
    const first = this.getQueryCache()
      .findAll({ ...filters, fetchStatus: 'fetching' })
      .filter((query) => query.state.data === undefined);
    await super.invalidateQueries(filters, options);
    await Promise.allSettled(first.map((query) => query.promise));
    await Promise.all(
      first.map(({ queryKey }) => super.invalidateQueries({ ...filters, queryKey, exact: true }, options)),
    );
  }
}
