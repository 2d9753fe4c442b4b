declare module '#auth-utils' {
  interface User {
    id: string;
    session: string;
  }
}

export {};
