import { MutationObserver, onlineManager } from '@tanstack/react-query';
import { afterEach, expect, it } from 'vitest';
import { makeQueries } from './queries';

afterEach(() => onlineManager.setOnline(true));

it('the server on this machine is asked and told things while the computer is offline', async () => {
  onlineManager.setOnline(false);
  const queries = makeQueries();
  await expect(queries.fetchQuery({ queryKey: ['a'], queryFn: () => 'read' })).resolves.toBe('read');
  const mutation = new MutationObserver(queries, { mutationFn: () => Promise.resolve('written') });
  await expect(mutation.mutate()).resolves.toBe('written');
});
