/** Version of the application, as in its package.json. */
export const version = '0.1.0';
