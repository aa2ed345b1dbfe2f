declare module 'fs-native-extensions' {
  /** Takes an exclusive lock on an open file, held by this process until the file is closed; false when another holds it. */
  export function tryLock(fd: number): boolean;
}
