/** The ends that a line can have. All of them anywhere: files that were joined or edited end their lines in more than one way. */
export const LINE_ENDS = ['\r\n', '\n', '\r'];

/** The same, to take a text apart by. */
export const LINE_END = /\r\n|\n|\r/;
