/** What is drawn for those who work, and is not part of the picture: glyphs and marks, which only the working view sees. */
export const AIDS = 1
