/** Characters of a password: length is what makes one hard to guess (NIST SP 800-63B, 5.1.1, from memory). */
export const SHORTEST_PASSWORD = 12;
export const LONGEST_PASSWORD = 128;
