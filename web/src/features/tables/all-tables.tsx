/** The way back to the list of tables. */
import { Link } from "react-router";

export const AllTables = () => (
  <Link
    to="/tables"
    className="inline-flex min-h-12 items-center text-dye underline underline-offset-4"
  >
    All tables
  </Link>
);
