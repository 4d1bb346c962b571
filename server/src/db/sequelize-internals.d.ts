declare module 'sequelize/lib/dialects/mariadb/query' {
  const Query: abstract new () => { formatResults(data: unknown): unknown };
  export default Query;
}
