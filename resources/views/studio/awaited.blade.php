<x-task :task="$task" :address="$address" />
