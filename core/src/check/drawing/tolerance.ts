/** A hand that is content with itself is within this, mm. */
export const usualToleranceMm = 1;
