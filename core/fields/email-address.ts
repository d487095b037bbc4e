/** One address and nothing around it: what stands in “<>”, a name or a comment would be the same address once more. */
const SHAPE = /^[^\s@<>()[\]\\,;:"\p{C}]{1,64}@[^\s@<>()[\]\\,;:"\p{C}]+\.[^\s@<>()[\]\\,;:"\p{C}]+$/u;
/** The longest there is (RFC 5321). */
const LONGEST = 254;

/** Whether a text can be an email address. Whether there is a mailbox only an email can tell. */
export const isEmailAddress = (text: string): boolean => text.length <= LONGEST && SHAPE.test(text);
