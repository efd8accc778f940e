"""What can be measured on a gear, what each way would read, and the readings taken."""
