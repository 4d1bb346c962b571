export {
  BOOK_PAGE,
  BOOK_SHEET,
  BookChange,
  BookDetails,
  BookEntry,
  BookFilter,
  BookPage,
  BookQuery,
} from './book.js';
