"""What leaves the bench on paper or by a link: the sheet, the report, the labels, the reminders."""
