console.log('later')
