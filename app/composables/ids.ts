/** A new block id: 16 random letters and digits. */
export const newBlockId = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => 'abcdefghijklmnopqrstuvwxyz234567'[byte & 31]).join('')
