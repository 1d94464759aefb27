/** What a sentence is made with: a name, a number, or words that another sentence was made of. */
export type Said = string | number
