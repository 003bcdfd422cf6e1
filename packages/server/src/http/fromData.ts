/**
 * How files of the data folder are sent. It may lie below a folder whose name begins with a dot; names of
 * files are our own, so that nothing else can be asked for.
 */
export const fromData = { dotfiles: 'allow' } as const;
