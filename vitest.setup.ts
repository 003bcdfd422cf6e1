import { afterAll, vi } from 'vitest';

// Files share their globals: what one has put in their place must not be there for the next.
afterAll(() => vi.unstubAllGlobals());
