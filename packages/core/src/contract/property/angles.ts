/** Angles in the picture have one convention; what they are of, fields say before it. */
export const angleConvention = '0° is to the right, angles run clockwise.';
