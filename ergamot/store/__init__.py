"""What is kept, in MariaDB: farms, and records with append-only revisions."""
