import { createContext, type ReactNode } from 'react';

/** What stands between the name of a property and its control. */
export const RowTool = createContext<ReactNode>(undefined);
