"""MariaDB on several hosts: Django's backend, that goes to the next where one does not answer."""
