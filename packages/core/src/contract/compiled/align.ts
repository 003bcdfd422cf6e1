/** The next address at which four numbers of 32 bits may stand. Addresses may lie beyond 31 bits, where bitwise operators end. */
export const align = (address: number): number => 16 * Math.ceil(address / 16);
