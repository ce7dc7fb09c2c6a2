/** What the panels of a drive-up share. */
import { Row, type Refused, type Tap } from "../../parts";

export { Row, type Refused, type Tap };
