/** The longer side of a picture where it becomes a page: that of A4, in points. */
export const pictureSide = 842;
