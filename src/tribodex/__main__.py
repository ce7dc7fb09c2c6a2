"""python -m tribodex"""

import sys

from tribodex.main import main

sys.exit(main())
