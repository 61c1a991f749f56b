declare module 'indefinite' {
  export default function indefinite(words: string, options?: { articleOnly?: boolean }): string;
}
