/** What a project file says of itself. */
export const FORMAT = 'iron-nudge-project';
export const FORMAT_VERSION = 5;
