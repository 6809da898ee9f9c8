/**
 * What a session has to say before it loads a dump of the book, or makes it from one: the indexes over words know no stop words,
 * and a dump does not tell how its indexes were made.
 */
export const beforeLoading = 'SET SESSION innodb_ft_enable_stopword = OFF';
