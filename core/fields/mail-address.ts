const SHAPE = /^[^\s@]{1,64}@[^\s@]+\.[^\s@]+$/;
/** The longest there is (RFC 5321). */
const LONGEST = 254;

/** Whether a text can be a mail address. Whether there is a mailbox only a mail can tell. */
export const isMailAddress = (text: string): boolean => text.length <= LONGEST && SHAPE.test(text);
