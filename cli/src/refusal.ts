/** Bad input: where it stands, what is there and what would be right. The program ends with status 2. */
export class Refusal extends Error {
  constructor(where: string, what: string) {
    super(`${where}: ${what}`);
    this.name = 'Refusal';
  }
}
