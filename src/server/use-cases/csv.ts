/** Comma-separated values (RFC 4180). */

const quoted = (value: string): string =>
  /[",\n\r]/.test(value) ? `"${value.replaceAll('"', '""')}"` : value;

const lineOf = (values: readonly string[]): string => values.map(quoted).join(",");

export const csvOf = (lines: readonly (readonly string[])[]): string =>
  `${lines.map(lineOf).join("\r\n")}\r\n`;
