export const SECRET = 1;
