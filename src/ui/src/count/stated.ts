/** What a source itself says that it sent, as it is typed. */
export interface Stated {
  firstDay: string;
  lastDay: string;
  documents: string;
  money: string;
}
