import { Mail1765700000000 } from './1765700000000-mail.ts';
import { Calendars1765900000000 } from './1765900000000-calendars.ts';
import { Assigned1766000000000 } from './1766000000000-assigned.ts';
import { Openings1765800000000 } from './1765800000000-openings.ts';
import { Groups1765600000000 } from './1765600000000-groups.ts';
import { Joining1765500000000 } from './1765500000000-joining.ts';
import { Library1765400000000 } from './1765400000000-library.ts';
import { Identity1765300000000 } from './1765300000000-identity.ts';
import { Audit1765200000000 } from './1765200000000-audit.ts';
import { Rosters1765100000000 } from './1765100000000-rosters.ts';
import { SchoolBegins1765000000000 } from './1765000000000-schoolBegins.ts';
import { CardsAreNoTakes1764700000000 } from './1764700000000-cardsAreNoTakes.ts';
import { FactsOfParts1764600000000 } from './1764600000000-factsOfParts.ts';
import { RowsThatCannotBe1764800000000 } from './1764800000000-rowsThatCannotBe.ts';
import { NothingUnseen1764900000000 } from './1764900000000-nothingUnseen.ts';
import { FirstSchema1764000000000 } from './1764000000000-firstSchema.ts';
import { FilmsAndAnswers1764200000000 } from './1764200000000-filmsAndAnswers.ts';
import { SavedOnce1764500000000 } from './1764500000000-savedOnce.ts';
import { SafeHouse1764400000000 } from './1764400000000-safeHouse.ts';
import { SharedTakes1764300000000 } from './1764300000000-sharedTakes.ts';
import { PagesWhole1764100000000 } from './1764100000000-pagesWhole.ts';
import { Attachments1766300000000 } from './1766300000000-attachments.ts';
import { AnswersOfClasses1766500000000 } from './1766500000000-answersOfClasses.ts';
import { Questions1766600000000 } from './1766600000000-questions.ts';
import { Offline1766700000000 } from './1766700000000-offline.ts';
import { Marking1766900000000 } from './1766900000000-marking.ts';
import { Captions1767000000000 } from './1767000000000-captions.ts';
import { Excused1767100000000 } from './1767100000000-excused.ts';
import { HandedVersions1767200000000 } from './1767200000000-handedVersions.ts';
import { Moderated1767400000000 } from './1767400000000-moderated.ts';
import { WholeFiles1767500000000 } from './1767500000000-wholeFiles.ts';
import { Agreed1767600000000 } from './1767600000000-agreed.ts';
import { TwoMarkers1767300000000 } from './1767300000000-twoMarkers.ts';
import { Records1766800000000 } from './1766800000000-records.ts';
import { Worksheets1766400000000 } from './1766400000000-worksheets.ts';
import { News1766200000000 } from './1766200000000-news.ts';
import { ClassPages1766100000000 } from './1766100000000-classPages.ts';

/** Every step of the schema, oldest first. Named here rather than looked up in the folder, so that none is missed. */
export const MIGRATIONS = [
  FirstSchema1764000000000,
  PagesWhole1764100000000,
  FilmsAndAnswers1764200000000,
  SharedTakes1764300000000,
  SafeHouse1764400000000,
  SavedOnce1764500000000,
  FactsOfParts1764600000000,
  CardsAreNoTakes1764700000000,
  RowsThatCannotBe1764800000000,
  NothingUnseen1764900000000,
  SchoolBegins1765000000000,
  Rosters1765100000000,
  Audit1765200000000,
  Identity1765300000000,
  Library1765400000000,
  Joining1765500000000,
  Groups1765600000000,
  Mail1765700000000,
  Openings1765800000000,
  Calendars1765900000000,
  Assigned1766000000000,
  ClassPages1766100000000,
  News1766200000000,
  Attachments1766300000000,
  Worksheets1766400000000,
  AnswersOfClasses1766500000000,
  Questions1766600000000,
  Offline1766700000000,
  Records1766800000000,
  Marking1766900000000,
  Captions1767000000000,
  Excused1767100000000,
  HandedVersions1767200000000,
  TwoMarkers1767300000000,
  Moderated1767400000000,
  WholeFiles1767500000000,
  Agreed1767600000000,
];
